/** What the office says in the menus and windows of the frame. */
import { counted } from '../counted'
import type { Said } from '../said'

// NewsBell
export const notifications = 'Notifications'
export const whatIsNew = 'What is new'
export const countedNewOnes = (n: number) => counted(n, 'new one')
export const notificationsNewOnes = (newOnes: Said) => `Notifications: ${newOnes}`

// NewsList
export const nothingYet = 'Nothing yet. You are told here when something waits for you, comes back or is late.'
export const andNew = ', new'
export const howYouAreWrittenTo = 'How you are written to'

// PersonMenu
export const profileAndSignOut = (name: Said) => `${name}: profile and sign out`
export const youUseOneOfThese = 'You use one of these at a time'
export const andUsedNow = ', used now'
export const andRests = ', rests'
export const profileAndPassword = 'Profile and password'
export const lookAtTheLiveSite = 'Look at the live site'
export const signOutOrSwitchPerson = 'Sign out or switch person'
