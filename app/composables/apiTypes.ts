import type { Routes } from '~~/server/endpoints'

export type Method = Routes['method']

/** The addresses that the path of a route stands for: `/items/:id` is any of `/items/…`. */
type Addresses<Path extends string> = Path extends `${infer Before}:${string}/${infer After}`
  ? `${Before}${string}/${Addresses<After>}`
  : Path extends `${infer Before}:${string}`
    ? `${Before}${string}`
    : Path

type WithoutQuery<Address extends string> = Address extends `${infer Path}?${string}` ? Path : Address

/** The route of a method whose addresses are exactly those that an address may be. */
type RouteAt<M extends Method, Address extends string, Route extends Routes = Routes> = Route extends {
  method: M
  path: infer Path extends string
}
  ? [Address] extends [Addresses<Path>]
    ? [Addresses<Path>] extends [Address]
      ? Route
      : never
    : never
  : never

type Answered<Route> = Route extends { answerType?: infer Answer } ? Exclude<Answer, undefined> : never

/** What the API answers, as its endpoint says. */
export type Answer<M extends Method, Address extends string> = Address extends string ? Answered<RouteAt<M, WithoutQuery<Address>>> : never

type Takes<Route> = Route extends { bodyType?: infer Body } ? Exclude<Body, undefined> : never

/** The body that the API takes, as its endpoint says. */
export type Body<M extends Method, Address extends string> = Address extends string ? Takes<RouteAt<M, WithoutQuery<Address>>> : never

/** What the API answers to GET. */
export type Got<Address extends string> = Answer<'GET', Address>
