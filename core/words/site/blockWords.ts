/** The words that a block says by itself, apart from those around it: the office shows blocks, and does without the others. */
export interface BlockWords {
  table: string
}

const CATALOGUES: Record<string, BlockWords> = {
  en: { table: 'Table' },
  de: { table: 'Tabelle' },
  fr: { table: 'Tableau' },
  es: { table: 'Tabla' },
}

/** The words of blocks in a language, by its first part (`de` for `de-CH`); in English where there are none. */
export const blockWords = (language: string): BlockWords => CATALOGUES[language.toLowerCase().split('-')[0]!] ?? CATALOGUES.en!
