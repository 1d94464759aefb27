import type { Office } from '../services/office'
import { afterNews } from './afterNews'

/**
 * Copies the store's log into its file while the process runs. A commit that does it itself takes several times as long,
 * and all who write wait for it. Returns a function that stops it.
 */
export const startLogCopier = (office: Office) => afterNews(office, 'copying the log', () => office.store.copyLog())
