import { connect } from 'node:net'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { foundTeam, startServer, until, writePost, type Team, type TestServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer({ env: { YIELDGATE_MADE_PER_SECOND: '2' } })
  team = await foundTeam(server)
})
afterAll(() => server.stop())

const status = async (path: string) => {
  const answer = await fetch(server.origin + path, { redirect: 'manual' })
  await answer.arrayBuffer()
  return [answer.status, answer.headers.get('retry-after')] as const
}
/** Sends the beginning of a request and no more; answers once the line is ended by the other side. */
const stall = (head: string, beginning: string): Promise<void> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(server.origin)
    const line = connect(Number(port), hostname, () => line.write(`${head}\r\nHost: ${hostname}:${port}\r\n\r\n${beginning}`))
    line.on('close', () => resolve())
    line.on('error', (error: NodeJS.ErrnoException) => (error.code === 'ECONNRESET' ? resolve() : reject(error)))
    line.resume()
  })

it('one origin has so many pages made for it at once, and is told when there are more; what is kept is free', async () => {
  await writePost(team, 'Read by many', 'live')
  const read = await Promise.all(Array.from({ length: 12 }, () => status('/posts/read-by-many')))
  expect(read.map(([code]) => code)).toContain(200)
  const searched = await Promise.all(Array.from({ length: 20 }, (_, n) => status(`/search?q=word${n}`)))
  const refused = searched.filter(([code]) => code === 429)
  expect(refused.length).toBeGreaterThan(15)
  expect(refused.every(([, after]) => Number(after) >= 1)).toBe(true)
  // What others had made is read on, by anyone; and the office is not counted with it.
  expect((await status('/posts/read-by-many'))[0]).toBe(200)
  expect((await team.writer.ask('GET', '/today')).status).toBe(200)
})

it('a request whose body stops coming is ended, in the middle of JSON and of a file', { timeout: 90_000 }, async () => {
  const boundary = 'x7'
  const part = `--${boundary}\r\nContent-Disposition: form-data; name="file"; filename="a.pdf"\r\n\r\n%PDF-1.7`
  await Promise.all([
    stall('POST /api/v1/session HTTP/1.1\r\nContent-Type: application/json\r\nContent-Length: 1000', '{"email":'),
    stall(
      `POST /api/v1/media HTTP/1.1\r\nCookie: ${team.writer.session}\r\nContent-Type: multipart/form-data; boundary=${boundary}\r\nContent-Length: 100000`,
      part,
    ),
  ])
  await until(async () => readdirSync(join(server.folder, 'incoming')).length === 0, 'the broken file to be taken away')
  expect((await team.writer.ask('GET', '/today')).status).toBe(200)
})

it('takes a form in any order and with other fields, and says what is wrong with one that has no file', async () => {
  const form = new FormData()
  form.append('note', 'Before it')
  form.append('file', new Blob(['port,opens\nVessa,06:00\n']), 'Häfen (2).csv')
  form.append('more', 'After it')
  const taken = await team.writer.need<{ file: { name: string } }>('POST', '/media', { raw: form })
  expect(taken.file.name).toBe('Häfen 2.csv')
  const none = new FormData()
  none.append('note', 'No file')
  const problem = async (init: RequestInit) => {
    const answer = await fetch(`${server.origin}/api/v1/media`, { method: 'POST', ...init })
    const body = (await answer.json()) as { reasons: { code: string }[] }
    return [answer.status, body.reasons[0]!.code]
  }
  const cookie = team.writer.session
  expect(await problem({ body: none, headers: { cookie } })).toEqual([400, 'file-missing'])
  expect(await problem({ body: 'x', headers: { cookie, 'content-type': 'multipart/form-data' } })).toEqual([400, 'file-missing'])
  expect(await problem({ body: 'x', headers: { cookie, 'content-type': 'multipart/form-data; boundary=b' } })).toEqual([
    400,
    'file-missing',
  ])
  expect(await problem({ body: '{}', headers: { cookie, 'content-type': 'application/json' } })).toEqual([400, 'file-missing'])
})

it('a refused body is read past so that the sender reads the answer, until one origin sends too much: then the connection is closed', async () => {
  const body = new Uint8Array(2 * 1024 * 1024)
  const refused = async () => {
    try {
      const answer = await fetch(`${server.origin}/api/v1/media`, {
        method: 'POST',
        headers: { 'content-type': 'multipart/form-data; boundary=x7' },
        body,
      })
      await answer.arrayBuffer()
      return answer.headers.get('connection') === 'close' ? 'closed' : answer.status
    } catch {
      // The connection was closed while the body was being sent.
      return 'closed'
    }
  }
  const answers = []
  for (let sent = 0; sent < 20; sent++) answers.push(await refused())
  expect(answers.slice(0, 12)).toEqual(Array.from({ length: 12 }, () => 401))
  expect(answers.at(-1)).toBe('closed')
  expect((await team.writer.ask('GET', '/today')).status).toBe(200)
})
