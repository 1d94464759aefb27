import { DataTypes, type ModelAttributeColumnOptions, type ModelStatic, type Model, type Sequelize } from 'sequelize'
import type { Columns, NewRowOf, RowOf } from './column'
import * as content from './content'
import * as lists from './lists'
import * as live from './live'
import * as members from './members'
import * as office from './office'
import * as people from './people'
import * as review from './review'
import * as signIn from './signIn'
import * as time from './time'

/**
 * Every table but those of SQLite's full-text search, by its name: the one definition of its columns, their types and what they
 * refer to. `tests/services/models.test.ts` holds them against the migrated file.
 */
export const TABLES = {
  ...people,
  ...signIn,
  ...content,
  ...review,
  ...time,
  ...live,
  ...members,
  ...lists,
  ...office,
} as const satisfies Record<string, Columns>

export type Table = keyof typeof TABLES
/** A row of a table. */
export type Row<Name extends Table> = RowOf<(typeof TABLES)[Name]>
/** A row to write; what has a default, or may be empty, may be left out. */
export type NewRow<Name extends Table> = NewRowOf<(typeof TABLES)[Name]>
/** Columns of a table to set. */
export type Changes<Name extends Table> = { [Column in keyof Row<Name>]?: Row<Name>[Column] | undefined }

/** The names of a table's columns. */
export const columnsOf = <Name extends Table>(table: Name) => Object.keys(TABLES[table]) as (keyof Row<Name> & string)[]

const TYPES = { TEXT: DataTypes.TEXT, INTEGER: DataTypes.INTEGER, BLOB: DataTypes.BLOB }

/** Sequelize's models by their tables. */
export type Models = Record<Table, ModelStatic<Model>>

/** Defines the models of all tables on a connection, with what they belong to. */
export function defineModels(sequelize: Sequelize): Models {
  const models = Object.fromEntries(
    Object.entries<Columns>(TABLES).map(([name, columns]) => {
      const attributes = Object.entries(columns).flatMap(([column, { definition }]): [string, ModelAttributeColumnOptions][] =>
        definition.generated
          ? []
          : [
              [
                column,
                {
                  type: TYPES[definition.type],
                  allowNull: definition.nullable || Boolean(definition.numbered),
                  primaryKey: definition.key,
                  autoIncrement: Boolean(definition.numbered),
                  ...(definition.default === undefined ? {} : { defaultValue: definition.default }),
                },
              ],
            ],
      )
      return [name, sequelize.define(name, Object.fromEntries(attributes), { tableName: name, timestamps: false })]
    }),
  ) as Models
  for (const [name, columns] of Object.entries<Columns>(TABLES))
    for (const [column, { definition }] of Object.entries(columns))
      if (definition.references && definition.references !== 'route')
        models[name as Table].belongsTo(models[definition.references as Table], {
          foreignKey: column,
          as: `${column}_of`,
          constraints: false,
        })
  return models
}
