import type { Got } from '~/composables/apiTypes'

/** A role in a section, or (`null`) on the whole site. */
export type GivenRole = Got<'/people'>[number]['given'][number]
export type Person = Got<'/people'>[number]
export type Group = Got<'/groups'>[number]
/** Working hours that deadlines count by. */
export type Calendar = Got<'/calendars'>[number]

/** A change of rights that waits for a second steward, with what can be done about it. */
export type WaitingChange = Got<'/rights-requests'>[number]
