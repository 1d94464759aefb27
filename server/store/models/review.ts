import type { Kind } from '../../../core/kinds/kinds'
import { integer, text } from './column'

/** A version of a route: its steps with their gates, as JSON. */
export const route = {
  id: text().key(),
  version: integer().key(),
  site_id: text().references('site'),
  name: text(),
  steps: text(),
  fast: text().nullable(),
  /** JSON of the other changes that pass its gates. */
  gated: text().default('[]'),
}

/** Which route a kind takes in a section: the first rule that fits. */
export const route_rule = {
  site_id: text().key().references('site'),
  position: integer().key(),
  kind: text<Kind>().nullable(),
  section_id: text().references('section').nullable(),
  route_id: text(),
}

export const clearance = {
  id: text().key(),
  draft_id: text().references('draft'),
  version_id: text(),
  gate: text(),
  person_id: text().references('person'),
  at: text(),
  note: text(),
  fingerprint: text(),
  projection: text(),
  /** For whom a deputy cleared. */
  for_id: text().references('person').nullable(),
  groups: text().nullable(),
}

/** A draft that waits at a gate. */
export const gate_wait = {
  draft_id: text().key().references('draft'),
  gate: text().key(),
  since: text(),
  remind_at: text().nullable(),
  due_at: text().nullable(),
  reminded_at: text().nullable(),
  late_at: text().nullable(),
  handed_to: text().references('person').nullable(),
  handed_by: text().references('person').nullable(),
}

export const note = {
  id: text().key(),
  item_id: text().references('item'),
  draft_id: text(),
  version_id: text(),
  /** A block's id or `field:<name>`; `null` for the whole. */
  place: text().nullable(),
  kind: text<'return' | 'note' | 'answer'>(),
  person_id: text().references('person'),
  at: text(),
  text: text(),
  /** JSON. */
  quote: text().nullable(),
  suggestion: text().nullable(),
  /** The note that an answer belongs to. */
  answers: text().references('note').nullable(),
  resolved_at: text().nullable(),
  resolved_by: text().nullable(),
}

/** The look afterwards at what went live past its gates. */
export const exception_review = {
  id: text().key(),
  item_id: text().references('item'),
  version_id: text(),
  person_id: text(),
  reason: text(),
  at: text(),
  looked_by: text().nullable(),
  looked_at: text().nullable(),
  verdict: text<'fine' | 'not-fine' | 'taken-back'>().nullable(),
  /** JSON of the gates that it passed over; `null` of one from before that was kept. */
  gates: text().nullable(),
  route: text().nullable(),
  due_at: text().nullable(),
  late_at: text().nullable(),
}

export const after_clearance = {
  review_id: text().key().references('exception_review'),
  gate: text().key(),
  person_id: text().key().references('person'),
  for_id: text().references('person').nullable(),
  groups: text().nullable(),
  at: text(),
  note: text(),
}
