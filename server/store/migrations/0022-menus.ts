import type { Tx } from '../database'

/** Menus are a kind of item: lists know it by a number, as the kinds before it. */
export const menus = {
  name: '0022-menus',
  async up(tx: Tx): Promise<void> {
    await tx.run("INSERT OR IGNORE INTO code (id) VALUES ('menu')")
  },
}
