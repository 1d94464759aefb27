import type { SecondYes } from '../../../core/access/rightsChange'
import { bytes, flag, integer, text } from './column'

/** A site: what the team publishes under one address. */
export const site = {
  id: text().key(),
  zone: text(),
  language: text(),
  settings_item: text(),
  created_at: text(),
  /** How people sign in, as JSON; `null` for what is so by default. */
  sign_in: text().nullable(),
  second_yes: text<SecondYes>().default('raising'),
  /** The host at which readers and the team reach it; `null` for every host that is no other site's. */
  host: text().nullable(),
}

/** Who works on a site. */
export const site_person = {
  site_id: text().key().references('site'),
  person_id: text().key().references('person'),
}

/** An account. */
export const person = {
  id: text().key(),
  email: text(),
  name: text(),
  /** Empty for somebody who has not chosen a password yet. */
  password_hash: text(),
  colour_scheme: text<'auto' | 'light' | 'dark'>().default('auto'),
  active: flag().default(1),
  created_at: text(),
  seen_until: text().nullable(),
  /** The shared secret of the second factor, in base32; one that is not confirmed yet is pending. */
  totp_secret: text().nullable(),
  totp_pending: text().nullable(),
  /** The last period of 30 seconds whose code was used: none is good twice. */
  totp_step: integer().default(0),
  /** Their own time zone; `null` for the site's. */
  zone: text().nullable(),
  density: text<'normal' | 'close'>().default('normal'),
  /** How they are written to: of each thing, once a day, or never. */
  mail: text<'each' | 'daily' | 'none'>().default('each'),
  /** The day of their last daily mail. */
  digest_on: text().nullable(),
  /** The first account of the same person, where this is another. */
  self_id: text().references('person').nullable(),
  /** Who they are at the provider of OpenID Connect, once they signed in there. */
  identity: text().nullable(),
}

export const person_picture = {
  person_id: text().key().references('person'),
  bytes: bytes(),
  hash: text(),
}

export const person_group = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
}

export const group_member = {
  group_id: text().key().references('person_group'),
  person_id: text().key().references('person'),
}

export const role = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  /** JSON of verbs. */
  verbs: text(),
  /** JSON of the roles that it includes. */
  includes: text().default('[]'),
}

/** A role that a person or a group has, on the whole site or in one section. */
export const role_grant = {
  id: text().key(),
  person_id: text().references('person').nullable(),
  group_id: text().references('person_group').nullable(),
  role_id: text().references('role'),
  section_id: text().references('section').nullable(),
}

/** A rule that nobody has, or uses at once, more than so many of some roles. */
export const separation = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  /** JSON of roles. */
  roles: text(),
  most: integer(),
  dynamic: flag().default(0),
}

/** Who stands in for whom, at which gates (JSON; `null` for all), and from when until when. */
export const delegation = {
  id: text().key(),
  site_id: text().references('site'),
  absent_id: text().references('person'),
  deputy_id: text().references('person'),
  gates: text().nullable(),
  from_at: text(),
  to_at: text(),
  made_by: text().references('person'),
  made_at: text(),
  ended_at: text().nullable(),
}

/** A change of rights that waits, or waited, for a second steward. */
export const rights_request = {
  id: text().key(),
  site_id: text().references('site'),
  /** JSON. */
  change: text(),
  asked_by: text().references('person'),
  asked_at: text(),
  ends_at: text(),
  verdict: text<'agreed' | 'declined' | 'taken-back'>().nullable(),
}

export const section = {
  id: text().key(),
  site_id: text().references('site'),
  name: text(),
  segment: text(),
  parent_id: text().references('section').nullable(),
  position: integer(),
}

/** How many items a section has, kept by triggers. */
export const section_size = {
  section_id: text().key().references('section'),
  items: integer(),
}
