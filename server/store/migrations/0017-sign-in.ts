import type { Tx } from '../database'

/** How people sign in, as a setting of the team; and what each session was opened by. */
const STATEMENTS = ['ALTER TABLE site ADD COLUMN sign_in TEXT', "ALTER TABLE session ADD COLUMN opened_by TEXT NOT NULL DEFAULT 'password'"]

export const signIn = {
  name: '0017-sign-in',
  async up(tx: Tx): Promise<void> {
    for (const statement of STATEMENTS) await tx.run(statement)
  },
}
