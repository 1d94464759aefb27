import * as say from '~~/core/words/office/checks'

/**
 * What a row of the journal tells beside who, what and of which item: its data in words.
 * @param nameOf the name of a person by their id; undefined of what is no person
 */
export function journalFacts(data: Record<string, unknown> | null, nameOf: (id: unknown) => string | undefined): string {
  if (!data) return ''
  const someone = (id: unknown) => nameOf(id) ?? say.someone
  const parts = [
    data.number && say.versionNumber(String(data.number)),
    data.path,
    data.cause === 'exception' && say.withoutClearance(String(data.reason)),
    data.cause === 'fast' && say.onTheFastLane(String(data.reason)),
    data.for && say.forWhom(someone(data.for)),
    // Of a deputy it is an instant, of what is handed on a person.
    data.to && nameOf(data.to),
    data.deputy && data.absent && say.deputyForAbsent(someone(data.deputy), someone(data.absent)),
    data.note,
    data.lapsed && say.itsClearanceLapsed,
  ]
  return parts.filter(Boolean).join(' · ')
}
