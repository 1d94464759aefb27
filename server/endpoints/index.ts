import { batches } from './batches'
import { drafts } from './drafts'
import { items } from './items'
import { listing } from './listing'
import { people } from './people'
import { routes } from './routes'
import { site } from './site'
import { time } from './time'
import type { Endpoint } from './endpoint'

/** Every route of the API; the router, the description and the tests all read this list. */
export const endpoints: Endpoint[] = [...people, ...site, ...listing, ...batches, ...items, ...drafts, ...time, ...routes]
