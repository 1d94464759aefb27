import { literal, Op, type WhereOptions } from 'sequelize'
import type { Cell } from './models/column'
import type { Changes, Models, NewRow, Row, Table } from './models'

/** The rows of a table whose columns have these values. */
export type Where<Name extends Table> = { [Column in keyof Row<Name>]?: Row<Name>[Column] }

interface Listed<Name extends Table> {
  /** The columns that they are in the order of. */
  order?: (keyof Row<Name> & string)[]
  limit?: number
}

/** Plain reads through Sequelize's models. What is asked at each request, or of many rows, is asked by SQL instead. */
export interface PlainReader {
  find<Name extends Table>(table: Name, where: Where<Name>, listed?: Listed<Name>): Promise<Row<Name>[]>
  findOne<Name extends Table>(table: Name, where: Where<Name>): Promise<Row<Name> | undefined>
  count<Name extends Table>(table: Name, where: Where<Name>): Promise<number>
}

/** Plain writes through Sequelize's models, in the transaction that is open. */
export interface PlainWriter {
  add<Name extends Table>(table: Name, ...rows: NewRow<Name>[]): Promise<void>
  /** Sets columns of the rows that have these values. */
  change<Name extends Table>(table: Name, where: Where<Name>, set: Changes<Name>): Promise<void>
  /** Deletes the rows that have these values. */
  remove<Name extends Table>(table: Name, where: Where<Name>): Promise<void>
}

/** Holds that every column of a condition has a value: one that was left open would mean every row. */
function whole(where: object): object {
  for (const [column, value] of Object.entries(where))
    if (value === undefined) throw new TypeError(`The condition lacks a value for ${column}`)
  return where
}

/** A condition whose values are bound: Sequelize would write them into the statement, which no text with a NUL survives. */
function condition(where: object): { where: WhereOptions; bind: Record<string, Cell> } {
  const bind: Record<string, Cell> = {}
  const columns = Object.entries(whole(where)).map(([column, value]) => {
    if (value === null) return [column, null]
    bind[`w_${column}`] = value as Cell
    return [column, { [Op.eq]: literal(`$w_${column}`) }]
  })
  return { where: Object.fromEntries(columns) as WhereOptions, bind }
}

export const plainReader = (pick: () => Models): PlainReader => ({
  find: async <Name extends Table>(table: Name, where: Where<Name>, { order = [], limit }: Listed<Name> = {}) =>
    (await pick()[table].findAll({ ...condition(where), order, raw: true, ...(limit ? { limit } : {}) })) as unknown as Row<Name>[],
  findOne: async <Name extends Table>(table: Name, where: Where<Name>) =>
    ((await pick()[table].findAll({ ...condition(where), limit: 1, raw: true })) as unknown as Row<Name>[])[0],
  count: async (table, where) => pick()[table].count(condition(where)),
})

export const plainWriter = (models: Models): PlainWriter => ({
  async add(table, ...rows) {
    for (const row of rows) await models[table].create(row, { raw: true })
  },
  async change(table, where, set) {
    // This one Sequelize binds by itself.
    await models[table].update(set, { where: whole(where) as WhereOptions })
  },
  async remove(table, where) {
    await models[table].destroy(condition(where))
  },
})
