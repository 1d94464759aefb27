/** An answer that is JSON already: what is long was written where it was made. */
export class Written {
  constructor(readonly json: string) {}
}
