import { hash } from 'node:crypto'
import { useDigest } from '../core/content/canonical'

/** Lets the core hash with Node’s own SHA-256, in this thread. */
export const hashWithNode = (): void => useDigest((text) => hash('sha256', text))
