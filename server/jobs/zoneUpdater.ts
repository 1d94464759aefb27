import { keepWallTimes } from '../services/planning/wallTimes'
import type { Office } from '../services/office'
import { repeatEvery } from './repeatEvery'

/**
 * Keeps planned moments at the wall times that people picked: when the rules of a zone change with the machine's data,
 * their instants are worked out anew, at start and each hour. Returns a function that stops it.
 */
export const startZoneUpdater = (office: Office) => repeatEvery(office, 3_600_000, 'keeping wall times', () => keepWallTimes(office))
