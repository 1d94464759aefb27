import fc from 'fast-check'
import type { Block } from '../../core/blocks/blocks'
import type { Content } from '../../core/content/content'
import { normaliseText, STYLE_MARKS, type Text } from '../../core/content/inline'

const word = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
const run = fc
  .record({
    text: word,
    marks: fc.subarray([...STYLE_MARKS]),
    look: fc.constantFrom(undefined, undefined, 'alert' as const, 'quiet' as const),
    href: fc.constantFrom(undefined, 'https://x.example/', '/fares', 'item:019747f9-c747-77a1-8c13-29af2d341d19'),
  })
  .map(({ text, marks, look, href }) => ({
    text,
    ...(marks.length ? { marks } : {}),
    ...(look ? { look } : {}),
    ...(href ? { href } : {}),
  }))
export const anyText: fc.Arbitrary<Text> = fc.array(run, { maxLength: 5 }).map(normaliseText)

/** Any block of the kinds that hold text, without its id. */
export const anyBlock = (id: string): fc.Arbitrary<Block> =>
  fc.oneof(
    fc
      .tuple(anyText, fc.constantFrom(undefined, 'lead' as const, 'centred' as const))
      .map(([text, look]): Block => ({ id, kind: 'paragraph', text, ...(look ? { look } : {}) })),
    fc
      .tuple(fc.constantFrom(2 as const, 3 as const, 4 as const), anyText)
      .map(([level, text]): Block => ({ id, kind: 'heading', level, text })),
    fc.tuple(fc.boolean(), fc.array(anyText, { minLength: 1, maxLength: 4 })).map(([ordered, texts]): Block => ({
      id,
      kind: 'list',
      ordered,
      entries: texts.map((text, index) => (index === 0 ? { text, entries: [{ text }] } : { text })),
    })),
    anyText.map((text): Block => ({ id, kind: 'quote', text, source: 'Someone' })),
    fc
      .tuple(
        fc.array(fc.array(anyText, { minLength: 2, maxLength: 2 }), { minLength: 1, maxLength: 3 }),
        fc.constantFrom<{ row: number; column: number; rows: number; columns: number }[]>(
          [],
          [{ row: 1, column: 0, rows: 2, columns: 1 }],
          [{ row: 0, column: 0, rows: 1, columns: 2 }],
        ),
      )
      .map(([rows, merged]): Block => ({
        id,
        kind: 'table',
        caption: '',
        headers: 'row',
        rows,
        ...(merged.length ? { merged } : {}),
      })),
    fc.constant<Block>({ id, kind: 'divider' }),
    anyText.map((text): Block => ({ id, kind: 'definitions', entries: [{ term: text, text }] })),
    fc.array(anyText, { maxLength: 3 }).map((texts): Block => ({
      id,
      kind: 'box',
      tone: 'note',
      title: 'Box',
      blocks: texts.map((text, index) => ({ id: `inner${index}`, kind: 'paragraph', text })),
    })),
    fc.array(fc.tuple(anyText, anyText), { maxLength: 3 }).map((entries): Block => ({
      id,
      kind: 'questions',
      planned: null,
      questions: entries.map(([question, answer]) => ({ question, answer })),
    })),
    anyText.map((text): Block => ({
      id,
      kind: 'columns',
      columns: [
        { span: 4, blocks: [{ id: 'inner', kind: 'paragraph', text }] },
        { span: 8, blocks: [] },
      ],
    })),
  )

/** Any content whose blocks have ids from a small set, so that two of them share some. */
export const anyContent: fc.Arbitrary<Content> = fc
  .record({
    ids: fc.shuffledSubarray(Array.from({ length: 12 }, (_, index) => `blk${String.fromCharCode(97 + index)}`)),
    title: fc.string({ maxLength: 20 }).map((text) => text.replace(/[\u0000-\u001f\u007f]/g, '').normalize('NFC')),
    summary: fc.constantFrom('', 'One', 'Two'),
    inMenus: fc.boolean(),
  })
  .chain(({ ids, ...fields }) => fc.tuple(...ids.map(anyBlock)).map((body) => ({ fields, body })))
