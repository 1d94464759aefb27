/* What the API answers about people, rights and signing in: the one shape that the description shows, callers are typed by, and tests hold answers against. */
import { z } from 'zod'
import { NEWS_KINDS } from '../../../core/flow/news'
import { verb } from './common'

export const gateName = z.strictObject({ route: z.string(), gate: z.string() })

export const caughtMail = z.strictObject({
  id: z.string(),
  site: z.string().nullable(),
  at: z.string(),
  to: z.string(),
  subject: z.string(),
  text: z.string(),
})

export const givenRole = z.strictObject({ role: z.string(), section: z.string().nullable() })

export const role = z.strictObject({ id: z.string(), name: z.string(), verbs: z.array(verb), includes: z.array(z.string()) })

export const separation = z.strictObject({
  id: z.string(),
  name: z.string(),
  roles: z.array(z.string()),
  most: z.number(),
  dynamic: z.boolean(),
})

export const waitingChange = z.strictObject({
  id: z.string(),
  words: z.string(),
  by: z.strictObject({ id: z.string(), name: z.string() }),
  at: z.string(),
  endsAt: z.string(),
  can: z.enum(['decide', 'take-back']).nullable(),
})

/** What a change answers that a second steward agreed to: the link of someone who was added, where no mail brings it. */
export const agreedChange = z.object({ link: z.string().nullable().optional() })

export const sessionLength = z.strictObject({ idle: z.number(), whole: z.number() })

export const signInRules = z.strictObject({
  strictRoles: z.array(z.string()),
  secondFactor: z.enum(['needed', 'with-mail', 'by-choice']),
  strict: sessionLength,
  others: sessionLength,
})

export const rightsMatrix = z.array(z.array(z.boolean()))

export const reasoned = z.strictObject({ group: z.string().nullable(), roles: z.array(z.string()), section: z.string().nullable() })

export const explainedRight = z.union([
  z.strictObject({ allowed: z.literal(true), ways: z.array(reasoned), words: z.string() }),
  z.strictObject({
    allowed: z.literal(false),
    why: z.enum(['inactive', 'no-role', 'elsewhere', 'other-permissions']),
    elsewhere: z.array(z.string()),
    here: z.array(z.string()),
    wanted: z.array(z.string()),
    instead: z.array(z.string()),
    givers: z.array(z.string()),
    words: z.string(),
  }),
])

export const rightsOfPerson = z.strictObject({
  verbs: z.array(verb),
  sections: z.array(z.strictObject({ id: z.string().nullable(), name: z.string() })),
  may: rightsMatrix,
})

export const rightsOfPeople = z.strictObject({
  verbs: z.array(verb),
  people: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  may: rightsMatrix,
})

export const groups = z.array(z.strictObject({ roles: z.array(givenRole), id: z.string(), name: z.string(), members: z.array(z.string()) }))

export const people = z.array(
  z.strictObject({
    active: z.boolean(),
    same: z.string().nullable(),
    joined: z.boolean(),
    picture: z.string().nullable(),
    roles: z.array(z.strictObject({ role: z.string(), section: z.string().nullable(), group: z.string().nullable() })),
    given: z.array(givenRole),
    id: z.string(),
    name: z.string(),
    email: z.string(),
  }),
)

export const notifications = z.strictObject({
  unseen: z.number(),
  news: z.array(
    z.strictObject({
      kind: z.enum(NEWS_KINDS),
      at: z.string(),
      title: z.string().nullable(),
      gate: z.string().nullable(),
      by: z.string().nullable(),
      note: z.string(),
      id: z.string(),
      item: z.string().nullable(),
      words: z.string(),
      seen: z.boolean(),
    }),
  ),
})

export const delegations = z.array(
  z.strictObject({
    outOfReach: z.array(z.string()),
    absentName: z.string(),
    deputyName: z.string(),
    begun: z.boolean(),
    mine: z.boolean(),
    id: z.string(),
    absent: z.string(),
    deputy: z.string(),
    gates: z.array(gateName).nullable(),
    from: z.string(),
    to: z.string(),
  }),
)

export const begunSecondFactor = z.strictObject({ secret: z.string(), address: z.string(), picture: z.string() })

export const sessions = z.array(
  z.strictObject({ id: z.string(), agent: z.string(), since: z.string(), seen: z.string(), here: z.boolean() }),
)

export const demoPeople = z.array(
  z.strictObject({
    id: z.string(),
    name: z.string(),
    email: z.string(),
    roles: z.array(z.strictObject({ role: z.string(), section: z.string().nullable() })),
  }),
)

export const session = z.strictObject({
  unclaimed: z.boolean(),
  demo: z.boolean(),
  otherDoor: z.string().nullable(),
  sendsMail: z.boolean(),
  person: z
    .strictObject({
      id: z.string(),
      name: z.string(),
      email: z.string(),
      colourScheme: z.enum(['auto', 'light', 'dark']),
      density: z.enum(['normal', 'close']),
      zone: z.string().nullable(),
      mail: z.enum(['none', 'each', 'daily']),
      picture: z.string().nullable(),
      exclusiveRoles: z.array(z.strictObject({ id: z.string(), name: z.string(), used: z.boolean() })),
      seenBy: z.string().nullable(),
      needsFactor: z.boolean(),
      roles: z.array(z.strictObject({ role: z.string(), section: z.string().nullable(), group: z.string().nullable() })),
    })
    .nullable(),
})
