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
