import type { Tx } from '../store/database'
import { nested } from '../store/nested'
import type { Office } from './office'

/**
 * The office as it is within a transaction: what services read there they read from it, and what they write is a part of it.
 * So several use cases are done together, all or none, each as it is done alone.
 */
export const within = (office: Office, tx: Tx): Office => ({
  ...office,
  store: { ...office.store, read: tx, write: (work) => nested(tx, work) },
})
