export type Cell = string | number | null | Buffer

/** What SQLite keeps of a column. */
export interface Definition {
  type: 'TEXT' | 'INTEGER' | 'BLOB'
  /** Part of the primary key. */
  key: boolean
  nullable: boolean
  default?: string | number
  /** The table whose key it holds. */
  references?: string
  /** Numbered by SQLite where a new row does not say it. */
  numbered?: true
  /** Computed by SQLite from other columns, never written. */
  generated?: true
}

/** A column of a table. `Value` is what a row has there; `Optional` says whether a new row may leave it out. */
export class Column<Value extends Cell = Cell, Optional extends boolean = boolean> {
  declare readonly value: Value
  declare readonly optional: Optional
  constructor(readonly definition: Definition) {}

  private with<V extends Cell, O extends boolean>(more: Partial<Definition>): Column<V, O> {
    return new Column<V, O>({ ...this.definition, ...more })
  }
  key(): Column<Value, Optional> {
    return this.with({ key: true })
  }
  numbered(): Column<Value, true> {
    return this.with({ key: true, numbered: true })
  }
  nullable(): Column<Value | null, true> {
    return this.with({ nullable: true })
  }
  default(value: Value & (string | number)): Column<Value, true> {
    return this.with({ default: value })
  }
  references(table: string): Column<Value, Optional> {
    return this.with({ references: table })
  }
  generated(): Column<Value | null, true> {
    return this.with({ nullable: true, generated: true })
  }
}

const column = <Value extends Cell>(type: Definition['type']) => new Column<Value, false>({ type, key: false, nullable: false })

/** A text; `Value` names the words that it may be. */
export const text = <Value extends string = string>() => column<Value>('TEXT')
export const integer = <Value extends number = number>() => column<Value>('INTEGER')
/** 0 or 1. */
export const flag = () => column<number>('INTEGER')
export const bytes = () => column<Buffer>('BLOB')

export type Columns = Record<string, Column>

/** A row of a table as it is read. */
export type RowOf<C extends Columns> = { [Name in keyof C]: C[Name]['value'] }

type OptionalNames<C extends Columns> = { [Name in keyof C]: C[Name]['optional'] extends true ? Name : never }[keyof C]
/** A row as it is written first: what has a default, or may be empty, may be left out. */
export type NewRowOf<C extends Columns> = { [Name in Exclude<keyof C, OptionalNames<C>>]: C[Name]['value'] } & {
  [Name in OptionalNames<C>]?: C[Name]['value'] | undefined
}
