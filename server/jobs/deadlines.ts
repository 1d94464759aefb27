import { keepDeadlines } from '../services/reviewing/deadlines'
import type { Office } from '../services/office'
import { repeatEvery } from './repeatEvery'

/** Reminds, escalates and takes back when the time for it has come, looked at each second. Returns a function that stops it. */
export const startDeadlines = (office: Office) => repeatEvery(office, 1_000, 'keeping deadlines', () => keepDeadlines(office))
