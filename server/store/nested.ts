import type { Tx } from './database'

/** Does work in a part of a transaction that is undone alone when it throws. Its parts are not done side by side. */
export async function nested<T>(tx: Tx, work: (tx: Tx) => Promise<T>): Promise<T> {
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
