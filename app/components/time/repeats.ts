import * as say from '~~/core/words/office/time'

const DAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA']

/** How often something may come again that begins on a date, as rules (RFC 5545) with their words; a rule that it has already is among them. */
export function repeatsFor(date: string, has: string | null | undefined): { value: string; word: string }[] {
  const weekday = DAYS[new Date(`${date}T00:00Z`).getUTCDay()] ?? 'MO'
  const common = [
    { value: '', word: say.once },
    { value: 'FREQ=DAILY', word: say.everyDay },
    { value: `FREQ=WEEKLY;BYDAY=${weekday}`, word: say.everyWeek },
    { value: `FREQ=WEEKLY;INTERVAL=2;BYDAY=${weekday}`, word: say.everyTwoWeeks },
    { value: 'FREQ=MONTHLY', word: say.everyMonth },
    { value: 'FREQ=YEARLY', word: say.everyYear },
  ]
  return !has || common.some(({ value }) => value === has) ? common : [...common, { value: has, word: say.asItWasSet }]
}

/** The same way of coming again from another date: what is weekly comes on that day of the week. */
export const repeatOn = (rule: string, from: string, to: string): string => {
  const word = repeatsFor(from, null).find(({ value }) => value === rule)?.word
  return repeatsFor(to, null).find((one) => one.word === word)?.value ?? rule
}
