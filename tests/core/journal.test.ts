import { describe, expect, it } from 'vitest'
import { ACTION_GROUPS, ACTIONS, actionsThat, describedAction, isStale, STEPS } from '../../core/journal/actions'

describe('the actions of the journal', () => {
  it('each belong to a group, in words that go into a sentence', () => {
    for (const [action, { words, group }] of Object.entries(ACTIONS)) {
      expect([action, words]).toEqual([action, expect.stringMatching(/^[a-z].*[^.]$/)])
      expect(ACTION_GROUPS).toHaveProperty(group)
    }
    const grouped = (Object.keys(ACTION_GROUPS) as (keyof typeof ACTION_GROUPS)[]).flatMap((group) =>
      actionsThat((described) => described.group === group),
    )
    expect(grouped.sort()).toEqual(Object.keys(ACTIONS).sort())
  })
  it('make stale what readers get where they change it, who may do what where they change that, and the plan of their item', () => {
    expect(actionsThat(({ stale }) => stale.includes('live'))).toEqual(['item.put-live', 'item.withdrawn', 'item.rolled-back'])
    expect(isStale('person.roles-set', 'rights')).toBe(true)
    expect([isStale('draft.saved', 'plan-of-item'), isStale('draft.saved', 'plan')]).toEqual([true, false])
    expect(describedAction('session.opened').stale).toEqual([])
  })
  it('are told of in the security log where they change who may do what, or who is who', () => {
    const kept = actionsThat(({ security }) => security === true)
    for (const action of ['person.roles-set', 'rights.agreed', 'role.set', 'session.opened', 'site.sign-in-set'] as const)
      expect(kept).toContain(action)
    expect(kept).not.toContain('draft.saved')
  })
  it('of a later version are taken to change everything', () => {
    for (const stale of ['live', 'rights', 'plan'] as const) expect(isStale('item.sung', stale)).toBe(true)
  })
  it('have the steps of drafts among them', () => {
    for (const step of STEPS) expect(ACTIONS[step].group).not.toBe('people')
  })
})
