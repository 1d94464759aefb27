import { workerData } from 'node:worker_threads'
import { hashWithNode } from '../hashing'
import { openReader } from '../store/database'
import { perform, type Input, type TaskName } from './tasks'

// The whole of a thread: it opens a connection of its own when it begins, and does one task after another.
hashWithNode()
const reading = openReader(workerData as string)

/** Does a task that the pool hands over. */
export default async ({ task, input }: { task: TaskName; input: Input<TaskName> }) => perform(await reading, task, input)
