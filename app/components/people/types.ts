/** A role in a section, or (`null`) on the whole site. */
export interface GivenRole {
  role: string
  section: string | null
}
export interface Person {
  id: string
  name: string
  email: string
  active: boolean
  /** The first account of the same person, where this is another. */
  same: string | null
  /** Whether they have been here: an invitation that was not taken yet says no. */
  joined: boolean
  /** What tells one picture of them from the next. */
  picture: string | null
  /** By name, as they are shown; `group` where one came through a group. */
  roles: { role: string; section: string | null; group: string | null }[]
  /** Those given to the person, by id, as they are changed. */
  given: GivenRole[]
}
export interface Group {
  id: string
  name: string
  members: string[]
  roles: GivenRole[]
}
/** Working hours that deadlines count by. */
export interface Calendar {
  id: string
  name: string
  zone: string
  week: { from: string; to: string }[][]
  holidays: string[]
}

/** A change of rights that waits for a second steward, with what can be done about it. */
export interface WaitingChange {
  id: string
  words: string
  by: { id: string; name: string }
  at: string
  endsAt: string
  can: 'decide' | 'take-back' | null
}
