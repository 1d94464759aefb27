import type { H3Event } from 'h3'
import { z } from 'zod'
import type { Actor } from '../services/people/access'
import type { SiteParts } from '../runtime'

type Shape = z.ZodType

/** How many entries a page of a list has. */
export const pageLimit = z.coerce.number().int().min(1).max(200).default(50)

/** What a handler gets: the parsed request and who asks. */
export interface Asked<P, Q, B, A> extends SiteParts {
  params: P
  query: Q
  body: B
  actor: A
  /** The version named by If-Match, without quotes. */
  ifMatch: string | undefined
  origin: string
  event: H3Event
}

interface Common<P extends Shape, Q extends Shape, B extends Shape, A> {
  method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE'
  /** With `:name` for parameters. */
  path: string
  summary: string
  tag: string
  params?: P
  query?: Q
  body?: B
  /** Whether it takes If-Match with the version that the person saw. */
  guarded?: boolean
  /** Whether its answer holds a secret, and so is not kept for a repeat of the request. */
  secret?: boolean
  /**
   * How a command bears being asked twice under one Idempotency-Key. By default it is done once, with its answer in the
   * transaction that does it. `harmless`: it changes nothing that matters, or the same each time. `slow`: it works
   * outside the store for long, and is noted as begun before.
   */
  repeat?: 'harmless' | 'slow'
  /** What its body is, where it is not JSON: a form with a file, which it reads itself. */
  takes?: 'file'
  /** Refuses who may not do it at all, before the body is read. */
  before?(actor: A): void
  run(asked: Asked<z.infer<P>, z.infer<Q>, z.infer<B>, A>): Promise<unknown>
}

/** One route of the API: its shape, from which the description is made, and its handler. */
export type Endpoint = Common<Shape, Shape, Shape, never> & { open: boolean }

/** An endpoint for signed-in people. */
export const endpoint = <P extends Shape = z.ZodUndefined, Q extends Shape = z.ZodUndefined, B extends Shape = z.ZodUndefined>(
  definition: Common<P, Q, B, Actor>,
): Endpoint => ({ ...definition, open: false }) as unknown as Endpoint

/** An endpoint that needs no sign-in. */
export const openEndpoint = <P extends Shape = z.ZodUndefined, Q extends Shape = z.ZodUndefined, B extends Shape = z.ZodUndefined>(
  definition: Common<P, Q, B, Actor | undefined>,
): Endpoint => ({ ...definition, open: true }) as unknown as Endpoint

/** An answer that leads the browser on to another address. */
export class Redirect {
  constructor(readonly to: string) {}
}

/** An answer that is a file to keep, sent as it is read. */
export class Download {
  constructor(readonly file: { type: string; name: string; stream: ReadableStream<Uint8Array> }) {}
}
