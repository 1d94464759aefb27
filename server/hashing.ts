import { hash } from 'node:crypto'
import { hashWith } from '../core/content/canonical'

/** Lets the core hash with Node’s own SHA-256, in this thread. */
export const hashWithNode = (): void => hashWith((text) => hash('sha256', text))
