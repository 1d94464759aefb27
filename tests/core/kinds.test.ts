import { describe, expect, it } from 'vitest'
import { pathOf } from '../../core/address/path'
import { defaultFields, FIELDS, fieldsOf, fieldsSchema, labelOf, type FieldName } from '../../core/content/fields'
import { CAPABILITIES, type Capability } from '../../core/kinds/definition'
import { can, hasPage, KIND_NAMES, KINDS, KINDS_TO_START, kindsThat, MAY_BECOME } from '../../core/kinds/kinds'
import { LABEL_TYPES } from '../../core/kinds/label'

describe('the kinds of item', () => {
  it('have each field of the registry somewhere, and none twice', () => {
    const had = new Set(KIND_NAMES.flatMap((kind) => KINDS[kind].fields))
    expect([...had].sort()).toEqual(Object.keys(FIELDS).sort())
    for (const kind of KIND_NAMES) expect(fieldsOf(kind)).toHaveLength(KINDS[kind].fields.length)
  })
  it('begin with values of their own fields that are right', () => {
    for (const kind of KIND_NAMES) {
      const fields = defaultFields(kind, 'en')
      expect(fieldsSchema.safeParse(fields).success).toBe(true)
      expect(Object.keys(fields).filter((name) => !KINDS[kind].fields.includes(name as FieldName))).toEqual([])
    }
  })
  it('use every capability, each of some kinds and not of all', () => {
    for (const capability of Object.keys(CAPABILITIES) as Capability[]) {
      expect(kindsThat(capability).length).toBeGreaterThan(0)
      expect(kindsThat(capability).length).toBeLessThan(KIND_NAMES.length)
    }
  })
  it('stand where they say: in the tree below a parent, the others below a segment that no other has', () => {
    const fields = { segment: 'one' }
    const places = KIND_NAMES.flatMap((kind) =>
      can(kind, 'sorting') ? LABEL_TYPES.map((labelType) => pathOf(kind, { ...fields, labelType }, null)) : pathOf(kind, fields, null),
    ).filter((path) => path !== null)
    expect(new Set(places).size).toBe(places.length)
    expect(places).toEqual(['/one', '/posts/one', '/notices/one', '/categories/one', '/tags/one', '/series/one', '/people/one'])
    for (const kind of kindsThat('tree')) {
      expect(pathOf(kind, { ...fields, parent: 'above' }, '/above')).toBe('/above/one')
      expect(pathOf(kind, { ...fields, parent: 'above' }, null)).toBeNull()
    }
    for (const kind of KIND_NAMES) {
      expect(pathOf(kind, {}, null)).toBeNull()
      expect(KINDS[kind].fields.includes('segment')).toBe(KINDS[kind].address !== null)
      expect(KINDS[kind].fields.includes('parent')).toBe(can(kind, 'tree'))
    }
  })
  it('have a page of their own where readers read their text', () => {
    for (const kind of KIND_NAMES) expect(hasPage(kind)).toBe(can(kind, 'body'))
  })
  it('are begun by people, but for what a site has once', () => {
    expect([...KINDS_TO_START].sort()).toEqual(KIND_NAMES.filter((kind) => !can(kind, 'single')).sort())
  })
  it('become what is written alike and leads back', () => {
    for (const [kind, other] of Object.entries(MAY_BECOME)) expect(MAY_BECOME[other]).toBe(kind)
  })
  it('call a field otherwise only where they have it', () => {
    for (const kind of KIND_NAMES)
      for (const name of Object.keys(KINDS[kind].fieldLabels ?? {}) as FieldName[]) {
        expect(KINDS[kind].fields).toContain(name)
        expect(labelOf(name, kind)).not.toBe(FIELDS[name].label)
      }
  })
})
