import { dateWords } from '../core/time/words'

/** What the calendar says of a day of the scenario. Days are UTC; their texts name no hour. */
export type SeasonName = 'winter' | 'spring' | 'summer' | 'autumn'

const SEASONS: readonly SeasonName[] = ['winter', 'spring', 'summer', 'autumn']
const MONTHS = 'January February March April May June July August September October November December'.split(' ')

/** The season of a day: winter begins with December, and so on. */
export const seasonOf = (day: Date): SeasonName => SEASONS[Math.floor(((day.getUTCMonth() + 1) % 12) / 3)]!

/** The month so many months after a day's, by its name; before it where the number is below zero. */
export const monthAfter = (day: Date, months: number): string => MONTHS[(((day.getUTCMonth() + months) % 12) + 12) % 12]!

const FEASTS = [
  [4, 17, '17 May'],
  [5, 23, 'Midsummer Eve'],
  [8, 6, 'Harvest Sunday'],
  [11, 13, 'St Lucy’s Day'],
] as const
/** The next feast after a day. */
export const feastAfter = (day: Date): string =>
  (FEASTS.find(([month, date]) => month * 100 + date > day.getUTCMonth() * 100 + day.getUTCDate()) ?? FEASTS[0])[2]

/** A day as a headline names it: Wednesday 2 December. */
export const dayName = (day: Date): string =>
  `${day.toLocaleString('en', { weekday: 'long', timeZone: 'UTC' })} ${dateWords(day.toISOString().slice(0, 10)).replace(/ \d{4}$/, '')}`

/** Whether birds sit on eggs on the quays. */
export const isNesting = (day: Date): boolean => day.getUTCMonth() >= 3 && day.getUTCMonth() <= 6

/** What a season changes on the pages: which of the two timetables, and the sentences that begin them then. */
export interface SeasonTexts {
  half: 'summer' | 'winter'
  innermost: string
  skerry: string
  tarnHead: string
  vessa: string
  bicycles: string
}
const SUMMER_VESSA = 'From 1 May to 30 September the boats run ten minutes later in the morning, and one more leaves at 18:30.'
const WINTER_VESSA =
  'From 1 October to 30 April the last boat leaves at 19:15, so that the crew has the light, and one more leaves at 18:30.'
export const SEASON_TEXTS: Record<SeasonName, SeasonTexts> = {
  winter: {
    half: 'winter',
    innermost: 'From the first Saturday of the season the first boat leaves at 06:40, and the last one before the road is dark.',
    skerry: 'In winter the Tystie sails four times a day, the last time at 16:30 while there is light.',
    tarnHead: 'In winter there is a boat at 08:20, for the pupils who live on the hill.',
    vessa: WINTER_VESSA,
    bicycles: 'In winter skis and sledges travel free as well, and bicycles stand under cover beside the lift.',
  },
  spring: {
    half: 'summer',
    innermost: 'From the first Saturday of the season the first boat leaves at 06:40, and one more sails after lunch.',
    skerry: 'In spring the Tystie sails five times a day; the steps are slippery until the weed is scraped off.',
    tarnHead: 'In spring there is a third boat on Sundays at 18:10, for those who walk the ridge.',
    vessa: SUMMER_VESSA,
    bicycles: 'From spring on twelve bicycles find room on every boat, and on the Auk twenty.',
  },
  summer: {
    half: 'summer',
    innermost: 'From the first Saturday of the season the first boat leaves at 06:40, and two more sail in the afternoon.',
    skerry: 'In summer the Tystie sails six times a day, the last time at 20:30 when the light allows.',
    tarnHead: 'In summer there is a third boat at 18:10, for those who walk the ridge.',
    vessa: SUMMER_VESSA,
    bicycles: 'In summer twenty bicycles find room on every boat, and on the Auk thirty.',
  },
  autumn: {
    half: 'winter',
    innermost: 'From the first Saturday of the season the first boat leaves at 06:40, and the one at noon carries the sheep.',
    skerry: 'In autumn the Tystie sails five times a day, and not at all when the swell is above a metre and a half.',
    tarnHead: 'In autumn there is a third boat on Saturdays at 17:10, for those who pick berries on the ridge.',
    vessa: WINTER_VESSA,
    bicycles: 'In autumn bicycles need a lamp to be taken on the boats after five; the mate has some to lend.',
  },
}
