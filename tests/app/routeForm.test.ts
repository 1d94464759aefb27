import fc from 'fast-check'
import * as vue from 'vue'
import { beforeAll, describe, expect, it } from 'vitest'
import { useRouteForm } from '../../app/components/routes/routeForm'
import { ANYONE, type Gate } from '../../core/flow/route'

beforeAll(() => void Object.assign(globalThis, vue))

const gate = (id: string): Gate => ({ id, name: id, who: ANYONE, needed: 1, authorsMayClear: false, covers: 'all' })
const form = (...steps: string[][]) => useRouteForm({ name: 'R', steps: steps.map((ids, n) => ({ name: `S${n}`, gates: ids.map(gate) })) })
const shape = ({ steps }: ReturnType<typeof form>) => steps.value.map(({ gates }) => gates.map(({ id }) => id))

describe('a route while it is changed', () => {
  it('moves the gate in hand within its step, then into the next, and not past the ends', () => {
    const route = form(['a', 'b'], ['c'])
    expect([route.inHand.value, route.mayMove(-1), route.mayMove(1)]).toEqual(['a', false, true])
    route.moveGate(1)
    expect(shape(route)).toEqual([['b', 'a'], ['c']])
    route.moveGate(1)
    expect(shape(route)).toEqual([['b'], ['a', 'c']])
    route.inHand.value = 'c'
    expect(route.mayMove(1)).toBe(false)
    route.moveGate(1)
    expect(shape(route)).toEqual([['b'], ['a', 'c']])
  })
  it('takes the neighbour in hand where a gate is removed, and none in the end', () => {
    const route = form(['a', 'b'])
    route.removeGate()
    expect([shape(route), route.gate.value?.id]).toEqual([[['b']], 'b'])
    route.removeGate()
    expect([shape(route), route.gate.value]).toEqual([[[]], null])
    route.addGate(0)
    expect(route.gate.value?.name).toBe('New gate')
  })
  it('keeps every gate once and the one in hand in hand, whatever is moved', () => {
    const move = fc.oneof(
      fc.record({ take: fc.constantFrom('a', 'b', 'c', 'd', 'e') }),
      fc.record({ gate: fc.constantFrom(-1 as const, 1 as const) }),
      fc.record({ step: fc.nat({ max: 2 }), by: fc.constantFrom(-1 as const, 1 as const) }),
    )
    fc.assert(
      fc.property(fc.array(move, { maxLength: 30 }), (moves) => {
        const route = form(['a', 'b'], ['c'], ['d', 'e'])
        for (const one of moves) {
          if ('take' in one) route.inHand.value = one.take
          else if ('gate' in one) route.moveGate(one.gate)
          else if (one.step + one.by >= 0 && one.step + one.by < 3) route.moveStep(one.step, one.by)
          expect(shape(route).flat().sort()).toEqual(['a', 'b', 'c', 'd', 'e'])
          expect(route.gate.value?.id).toBe(route.inHand.value)
        }
      }),
    )
  })
  it('says what is refused at the gate or step that it means: by its id, by its place, else of the whole', () => {
    const refused = form(['a'], ['b']).refusedBy([
      { code: 'gate-own', detail: 'By id', at: 'b' },
      { code: 'too-small', detail: 'By place', at: 'steps.0.gates.0.name' },
      { code: 'step-empty', detail: 'Of a step', at: 'step 2' },
      { code: 'too-small', detail: 'Of a step by place', at: 'steps.1.name' },
      { code: 'no-right', detail: 'Of the whole' },
    ])
    expect(Object.fromEntries([...refused].map(([place, reasons]) => [place, reasons.map(({ detail }) => detail)]))).toEqual({
      b: ['By id'],
      a: ['By place'],
      'step 2': ['Of a step', 'Of a step by place'],
      '': ['Of the whole'],
    })
  })
  it('knows whether anything is other than it was', () => {
    const route = form(['a'], ['b'])
    expect(route.changed.value).toBe(false)
    route.moveStep(0, 1)
    expect(route.changed.value).toBe(true)
    route.moveStep(0, 1)
    expect(route.changed.value).toBe(false)
  })
})
