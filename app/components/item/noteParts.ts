import { lazily } from '~/composables/lazily'

// Most pages have no notes: their parts are loaded where the first one stands.
export const NoteThread = lazily(() => import('./NoteThread.vue'))
export const PinnedNotes = lazily(() => import('./PinnedNotes.vue'))
