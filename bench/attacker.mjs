// A thread that asks the same of a server again and again, so that what it sends does not take time from what is measured.
import { setPriority } from 'node:os'
import { parentPort, workerData } from 'node:worker_threads'

// It stands for another machine: what it costs to ask is not what the server costs. On Linux this is of the thread alone.
if (process.platform === 'linux') setPriority(19)

const { url, method, headers, body, answered, until } = workerData
let done = 0
while (Date.now() < until) {
  const status = await fetch(url, { method, headers, body }).then(
    async (answer) => (await answer.arrayBuffer(), answer.status),
    () => 429,
  )
  // One who asks too often is told so, or finds the connection closed, and asks again.
  if (status !== answered && status !== 429) throw new Error(`${url} answered ${status}`)
  done++
}
parentPort.postMessage(done)
