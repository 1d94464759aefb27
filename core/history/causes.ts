/** How a version was made, in words before “by” and who made it. */
export const VERSION_CAUSES = {
  begun: 'Begun',
  autosave: 'Saved by itself',
  save: 'Saved',
  restore: 'Restored',
  merge: 'Brought up to date',
  fields: 'Changed in the list',
  import: 'Brought in',
} as const
export type VersionCause = keyof typeof VERSION_CAUSES

/** Why readers got a version, in words before who did it. */
export const LIVE_CAUSES = {
  'put-live': 'put live by',
  planned: 'on time, planned by',
  'roll-back': 'rolled back to by',
  exception: 'put live without clearance by',
  fast: 'put live on the fast lane by',
  'taken-back': 'what was before came back, after',
  moved: 'moved to another section by',
  window: 'shown for a time, planned by',
  'window-ended': 'back when the time of another version was over, planned by',
} as const
export type LiveCause = keyof typeof LIVE_CAUSES
