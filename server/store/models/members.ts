import type { MemberState } from '../../../core/members/member'
import { text } from './column'

/** A reader of a site with an account. */
export const member = {
  id: text().key(),
  site_id: text().references('site'),
  /** In lower case. */
  email: text(),
  name: text(),
  /** Empty for one who has not chosen a password yet. */
  password_hash: text().default(''),
  state: text<MemberState>(),
  made_at: text(),
  /** When they first chose a password. */
  joined_at: text().nullable(),
}

/** Members who may read the same. */
export const member_group = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
}

export const member_in_group = {
  member_id: text().key().references('member'),
  group_id: text().key().references('member_group'),
  /** The last day, by the site’s clock; `null` for good. */
  until_day: text().nullable(),
}

/** A browser of a reader that has signed in, or given the password of a page. */
export const member_session = {
  token_hash: text().key(),
  site_id: text().references('site'),
  member_id: text().references('member').nullable(),
  made_at: text(),
  seen_at: text(),
  expires_at: text(),
}

/** A password that opens pages to whoever has it. */
export const page_password = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  hash: text(),
  changed_at: text(),
}

/** A password that was given in a session, and when. */
export const member_unlock = {
  token_hash: text().key().references('member_session'),
  password_id: text().key().references('page_password'),
  at: text(),
}

/** A link by which a member chooses a password. */
export const member_link = {
  token_hash: text().key(),
  member_id: text().references('member'),
  made_at: text(),
  expires_at: text(),
  used_at: text().nullable(),
}
