import { addresses } from './addresses'
import { batches } from './batches'
import { drafts } from './drafts'
import { items } from './items'
import { listing } from './listing'
import { members } from './members'
import { menus } from './menus'
import { people } from './people'
import { routes } from './routes'
import { site } from './site'
import { time } from './time'
import { tree } from './tree'
import type { Endpoint } from './endpoint'

const all = [
  ...people,
  ...site,
  ...tree,
  ...menus,
  ...members,
  ...addresses,
  ...listing,
  ...batches,
  ...items,
  ...drafts,
  ...time,
  ...routes,
]

/** Every route of the API as a type, for what is derived from it. */
export type Routes = (typeof all)[number]

/** Every route of the API; the router, the description and the tests all read this list. */
export const endpoints: Endpoint[] = all
