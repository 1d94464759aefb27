/** A number with its word: `1 note`, `3 notes`. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
