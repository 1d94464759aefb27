/** Lets all others who wait be answered before long work goes on. */
export const nextTurn = (): Promise<void> => new Promise((done) => setImmediate(done))
