import { counted } from '../words/counted'
import { listed } from '../words/listed'
import type { Gate, Route } from './route'

const same = (one: unknown, other: unknown) => JSON.stringify(one ?? null) === JSON.stringify(other ?? null)
const gatesIn = (route: Route) => new Map(route.steps.flatMap(({ gates }) => gates.map((gate) => [gate.id, gate] as const)))

/** What of one gate is other than before, each as the end of a sentence that its name begins. */
function gateChanges(before: Gate, after: Gate, guards: (gate: Gate) => string): string[] {
  return [
    ...(before.name === after.name ? [] : [`was called ${before.name}`]),
    ...(before.needed === after.needed ? [] : [`now needs ${after.needed}`]),
    ...(same(before.who, after.who) ? [] : [`is now cleared by ${guards(after)}`]),
    ...(before.authorsMayClear === after.authorsMayClear
      ? []
      : [after.authorsMayClear ? 'may be cleared by its writer' : 'needs someone who did not write it']),
    ...(same([before.about, before.when], [after.about, after.when]) ? [] : ['applies to other changes']),
    ...(same(before.checks, after.checks) ? [] : ['asks for other checks']),
    ...(same(before.deadline, after.deadline)
      ? []
      : [after.deadline ? `is due within ${counted(after.deadline.hours, 'hour')}` : 'has no deadline']),
    ...(same([before.covers, before.each, before.section], [after.covers, after.each, after.section]) ? [] : ['counts otherwise']),
  ]
}

/**
 * How a version of a route differs from the one before it, change by change: `Legal now needs 2`. `guards` says who clears at a
 * gate, in words.
 */
export function routeChanges(before: Route, after: Route, guards: (gate: Gate) => string): string[] {
  const [was, is] = [gatesIn(before), gatesIn(after)]
  const changed = [...is.values()].flatMap((gate) => {
    const old = was.get(gate.id)
    const changes = old ? gateChanges(old, gate, guards) : ['is new']
    return changes.length ? [`${gate.name} ${listed(changes, 'and')}`] : []
  })
  const gone = [...was.values()].filter(({ id }) => !is.has(id)).map(({ name }) => `${name} is gone`)
  const order = (route: Route, other: Map<string, Gate>) =>
    route.steps.map(({ gates }) => gates.flatMap(({ id }) => (other.has(id) ? id : [])))
  return [
    ...(before.name === after.name ? [] : [`was called ${before.name}`]),
    ...changed,
    ...gone,
    ...(same(order(before, is), order(after, was)) ? [] : ['its gates stand in another order']),
    ...(same(before.fast, after.fast)
      ? []
      : [after.fast ? (before.fast ? 'its fast lane is another' : 'it has a fast lane') : 'it has no fast lane']),
    ...(same(before.gated ?? [], after.gated ?? []) ? [] : ['other changes go through its gates']),
  ]
}
