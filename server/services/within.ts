import type { Tx } from '../store/database'
import type { Office } from './office'

/** Does work in a part of a transaction that is undone alone when it throws. Its parts are not done side by side. */
async function nested<T>(tx: Tx, work: (tx: Tx) => Promise<T>): Promise<T> {
  const afterwards: (() => void)[] = []
  await tx.run('SAVEPOINT part')
  try {
    const value = await work({ ...tx, afterCommit: (each) => void afterwards.push(each) })
    await tx.run('RELEASE part')
    for (const each of afterwards) tx.afterCommit(each)
    return value
  } catch (error) {
    await tx.run('ROLLBACK TO part')
    await tx.run('RELEASE part')
    throw error
  }
}

/**
 * The office as it is within a transaction: what services read there they read from it, and what they write is a part of it.
 * So several use cases are done together, all or none, each as it is done alone.
 */
export const within = (office: Office, tx: Tx): Office => ({
  ...office,
  store: { ...office.store, read: tx, write: (work) => nested(tx, work) },
})
