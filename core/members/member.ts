/** How it stands with a member: asked in or signed up and not confirmed yet, one who may sign in, or one whom the office shut out. */
export const MEMBER_STATES = ['waiting', 'active', 'resting'] as const
export type MemberState = (typeof MEMBER_STATES)[number]

/** How people become members: not at all, only those whom the office invites, or whoever wants to. */
export const JOINING = ['closed', 'invited', 'open'] as const
export type Joining = (typeof JOINING)[number]

/** A mail address as accounts are told apart by it. */
export const memberAddress = (email: string): string => email.trim().toLowerCase()
