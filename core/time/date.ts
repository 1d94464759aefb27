import { z } from 'zod'
import { format } from './format'

/** The calendar date of an instant in a zone, YYYY-MM-DD. Throws RangeError for what is no instant or no zone. */
export const dateIn = (instant: string, zone: string): string =>
  // Swedish writes dates as ISO 8601 does.
  format('sv-SE', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(new Date(instant))

/** Whether a text is a day of the calendar, as YYYY-MM-DD. */
export const isDate = (text: string): boolean => z.iso.date().safeParse(text).success
