import { ANYONE, gatesOf, type Gate, type Route, type Step } from '~~/core/flow/route'
import type { Reason } from '~~/core/outcome'
import { moved, withPart, without } from '~/components/item/blocks/parts'
import * as say from '~~/core/words/office/routes'

export type RouteStart = Pick<Route, 'name' | 'steps' | 'fast' | 'gated'>

const newGate = (): Gate => ({
  id: `gate-${crypto.randomUUID().slice(0, 8)}`,
  name: say.newGate,
  who: ANYONE,
  needed: 1,
  authorsMayClear: false,
  covers: 'all-but-shown-date',
})
const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** A route while it is changed: its steps and gates, the gate in hand, and whether anything is other than it was. */
export function useRouteForm(start: RouteStart) {
  const name = ref(start.name)
  const options = ref<Pick<Route, 'fast' | 'gated'>>({ ...(start.fast ? { fast: copyOf(start.fast) } : {}), gated: start.gated ?? [] })
  const steps = ref<Step[]>(copyOf(start.steps))
  const route = computed<RouteStart>(() => ({ name: name.value, steps: steps.value, ...options.value }))
  const before = JSON.stringify(route.value)
  const changed = computed(() => JSON.stringify(route.value) !== before)

  /** The id of the gate that is being changed. */
  const inHand = ref(start.steps[0]?.gates[0]?.id ?? '')
  /** Where it stands, or `null`. */
  const place = computed(() => {
    const step = steps.value.findIndex(({ gates }) => gates.some(({ id }) => id === inHand.value))
    return step < 0 ? null : { step, gate: steps.value[step]!.gates.findIndex(({ id }) => id === inHand.value) }
  })
  const gate = computed<Gate | null>(() => place.value && steps.value[place.value.step]!.gates[place.value.gate]!)

  const setGates = (index: number, gates: Gate[]) => (steps.value = withPart(steps.value, index, { gates }))
  function addGate(step: number): void {
    const made = newGate()
    setGates(step, [...steps.value[step]!.gates, made])
    inHand.value = made.id
  }
  function addStep(): void {
    steps.value = [...steps.value, { name: say.stepCount(steps.value.length + 1), gates: [] }]
    addGate(steps.value.length - 1)
  }
  const nameStep = (step: number, called: string) => (steps.value = withPart(steps.value, step, { name: called }))
  const moveStep = (step: number, by: -1 | 1) => (steps.value = moved(steps.value, step, step + by))
  const removeStep = (step: number) => (steps.value = without(steps.value, step))
  const setGate = (change: Gate) => {
    const { step, gate: at } = place.value!
    setGates(step, withPart(steps.value[step]!.gates, at, change))
  }
  function removeGate(): void {
    const { step, gate: at } = place.value!
    const left = without(steps.value[step]!.gates, at)
    setGates(step, left)
    inHand.value = (left[at] ?? left[at - 1] ?? gatesOf({ ...start, id: '', version: 0, steps: steps.value })[0])?.id ?? ''
  }
  const mayMove = (by: -1 | 1): boolean => {
    if (!place.value) return false
    const { step, gate: at } = place.value
    const among = at + by >= 0 && at + by < steps.value[step]!.gates.length
    return among || (step + by >= 0 && step + by < steps.value.length)
  }
  /** The gate in hand moves within its step, and past its ends into the step before or after. */
  function moveGate(by: -1 | 1): void {
    if (!mayMove(by)) return
    const { step, gate: at } = place.value!
    const { gates } = steps.value[step]!
    const to = at + by
    if (to >= 0 && to < gates.length) return void setGates(step, moved(gates, at, to))
    const one = gates[at]!
    setGates(step, without(gates, at))
    const there = steps.value[step + by]!.gates
    setGates(step + by, by < 0 ? [...there, one] : [one, ...there])
  }

  /** Why it could not be saved, by the gate (its id), `step` with its number, or the part that each is about; all else under ''. */
  function refusedBy(reasons: readonly Reason[]): Map<string, Reason[]> {
    const gates = new Set(steps.value.flatMap((step) => step.gates.map(({ id }) => id)))
    const sorted = new Map<string, Reason[]>()
    for (const reason of reasons) {
      const [, step, at] = /^steps\.(\d+)(?:\.gates\.(\d+))?/.exec(reason.at ?? '') ?? []
      const found =
        step === undefined ? reason.at : at === undefined ? `step ${Number(step) + 1}` : steps.value[Number(step)]?.gates[Number(at)]?.id
      const known = found !== undefined && (gates.has(found) || /^(step \d+|fast|name)$/.test(found)) ? found : ''
      sorted.set(known, [...(sorted.get(known) ?? []), reason])
    }
    return sorted
  }

  return {
    name,
    options,
    steps,
    route,
    changed,
    inHand,
    place,
    gate,
    setGates,
    addGate,
    addStep,
    nameStep,
    moveStep,
    removeStep,
    setGate,
    removeGate,
    moveGate,
    mayMove,
    refusedBy,
  }
}
