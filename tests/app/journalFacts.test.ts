import { expect, it } from 'vitest'
import { journalFacts } from '../../app/components/checks/journalFacts'

const names: Record<string, string> = { noor: 'Noor Haddad', bea: 'Bea Okonjo' }
const nameOf = (id: unknown) => names[String(id)]

it.each([
  [null, ''],
  [{ number: 3 }, 'version 3'],
  [{ deputy: 'bea', absent: 'noor', from: '2026-12-01T07:00:00.000Z', to: '2026-12-08T07:00:00.000Z' }, 'Bea Okonjo for Noor Haddad'],
  [{ to: 'bea', note: 'The fares are new' }, 'Bea Okonjo · The fares are new'],
  [{ deputy: 'gone', absent: 'noor' }, 'someone for Noor Haddad'],
  [{ cause: 'exception', reason: 'A storm' }, 'without clearance: A storm'],
  [{ lapsed: true }, 'its clearance lapsed'],
])('%j of the journal is told as “%s”', (data, told) => expect(journalFacts(data, nameOf)).toBe(told))
