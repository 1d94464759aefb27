import { integer, text } from './column'

export const session = {
  token_hash: text().key(),
  person_id: text().references('person'),
  created_at: text(),
  seen_at: text(),
  expires_at: text(),
  agent: text(),
  /** Whom a steward sees the office as. */
  sees_as: text().references('person').nullable(),
  /** JSON of the roles in use; `null` for all. */
  roles: text().nullable(),
  opened_by: text<'password' | 'openid' | 'demo'>().default('password'),
}

/** A link by which somebody chooses a password. */
export const password_link = {
  token_hash: text().key(),
  person_id: text().references('person'),
  made_by: text().references('person').nullable(),
  made_at: text(),
  expires_at: text(),
  used_at: text().nullable(),
}

export const recovery_code = {
  hash: text().key(),
  person_id: text().references('person'),
  used_at: text().nullable(),
}

/** A browser that a person has signed in with. */
export const known_browser = {
  hash: text().key(),
  person_id: text().key().references('person'),
  seen_at: text(),
}

/** How often something secret was tried of late. */
export const throttle = {
  key: text().key(),
  failures: integer(),
  last_at: text(),
}
