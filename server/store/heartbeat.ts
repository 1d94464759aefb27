import type { Reader, Tx } from './database'

/** Notes that a job was at work. */
export const recordHeartbeat = (tx: Tx, name: string, at: string) => tx.insert('heartbeat', [{ name, at }], 'REPLACE')

/** When a job was last at work. */
export const lastBeat = async (db: Reader, name: string): Promise<string | null> => (await db.findOne('heartbeat', { name }))?.at ?? null
