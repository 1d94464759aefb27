import type { H3Event } from 'h3'
import { z } from 'zod'
import type { Actor } from '../services/people/access'
import type { Written } from '../services/written'
import type { SiteParts } from '../runtime'

type Shape = z.ZodType
export type Method = 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE'

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

/** What an endpoint answers: JSON of a shape, nothing, a file to keep, or another address to go on to. */
type AnswerKind = Shape | 'nothing' | 'file' | 'redirect'
/** What its handler gives for that; a text that a thread wrote is JSON of the shape already. */
type AnswerValue<G extends AnswerKind> = G extends Shape ? z.output<G> | Written : G extends 'file' ? Download : Redirect
type Handled<G extends AnswerKind> = G extends 'nothing' ? Promise<void> : Promise<AnswerValue<G>> | AnswerValue<G>

interface Common<M extends Method, Path extends string, P extends Shape, Q extends Shape, B extends Shape, G extends AnswerKind, A> {
  method: M
  /** With `:name` for parameters. */
  path: Path
  summary: string
  tag: string
  params?: P
  query?: Q
  body?: B
  /** What it answers when it is done. */
  answer: G
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
  run(asked: Asked<z.infer<P>, z.infer<Q>, z.infer<B>, A>): Handled<G>
}

/** One route of the API: its shape, from which the description is made, and its handler. */
export type Endpoint = Common<Method, string, Shape, Shape, Shape, AnswerKind, never> & { open: boolean }

/** A route with what it takes and answers as types, for its callers. The two have no values: nothing is there at run time. */
export interface Route<M extends Method, Path extends string, B extends Shape, G extends AnswerKind> extends Endpoint {
  method: M
  path: Path
  readonly bodyType?: z.input<B>
  readonly answerType?: G extends Shape ? z.output<G> : null
}

/** How an endpoint for callers of a sort is written. */
type Define<A> = <
  const M extends Method,
  const Path extends string,
  const G extends AnswerKind,
  P extends Shape = z.ZodUndefined,
  Q extends Shape = z.ZodUndefined,
  B extends Shape = z.ZodUndefined,
>(
  definition: Common<M, Path, P, Q, B, G, A>,
) => Route<M, Path, B, G>
const define = (open: boolean) => (definition: object) => ({ ...definition, open })

/** An endpoint for signed-in people. */
export const endpoint = define(false) as unknown as Define<Actor>

/** An endpoint that needs no sign-in. */
export const openEndpoint = define(true) as unknown as Define<Actor | undefined>

/** An answer that leads the browser on to another address. */
export class Redirect {
  constructor(readonly to: string) {}
}

/** An answer that is a file to keep, sent as it is read. */
export class Download {
  constructor(readonly file: { type: string; name: string; stream: ReadableStream<Uint8Array> }) {}
}
