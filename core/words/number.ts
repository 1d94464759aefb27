const format = new Intl.NumberFormat('en-GB')

/** A number as people read it: `12,000`. */
export const numberWords = (number: number): string => format.format(number)
