import { z } from 'zod'
import { focusSchema } from '../content/focus'
import { hrefSchema, plain } from '../content/inline'
import { esc } from '../render/escape'
import { renderPicture } from '../render/picture'
import { linkTarget, renderText, type Refs } from '../render/text'
import { line, planned, textAt, type BlockDefinition } from './definition'

const cardSchema = z.strictObject({
  title: line,
  text: textAt('card'),
  href: hrefSchema.or(z.literal('')),
  media: z.uuid().nullable(),
  alt: z.string().max(500),
  decorative: z.boolean(),
  focus: focusSchema.optional(),
})
const shape = { planned, cards: z.array(cardSchema).max(60) }

function renderCard(card: z.infer<typeof cardSchema>, refs: Refs): string {
  const media = card.media === null ? undefined : refs.media.get(card.media)
  const href = card.href && linkTarget(card.href, refs)
  const title = esc(card.title)
  const picture = media ? renderPicture(media, card.decorative ? '' : card.alt, 'card', { focus: card.focus }) : ''
  return `<li>${picture}${card.title ? `<p class="card-title">${href ? `<a href="${esc(href)}">${title}</a>` : title}</p>` : ''}${card.text.length ? `<p>${renderText(card.text, refs)}</p>` : ''}</li>`
}

export const cards: BlockDefinition<'cards', typeof shape> = {
  kind: 'cards',
  words: 'Cards',
  shape,
  empty: (id) => ({
    id,
    kind: 'cards',
    planned: 3,
    cards: [{ title: '', text: [], href: '', media: null, alt: '', decorative: false }],
  }),
  text: (block) =>
    block.cards.flatMap((card) => [[card.title, plain(card.text)].filter(Boolean).join(': '), card.alt].filter(Boolean)).join('\n'),
  media: (block) => block.cards.flatMap(({ media }) => media ?? []),
  repeated: (block) => ({ count: block.cards.length, planned: block.planned }),
  merges: { cards: 'entries' },
  mark: (shown, before, after, { both, pairs }) => ({
    ...shown,
    cards: pairs(before?.cards ?? [], after?.cards ?? [], ({ title }) => title).map((pair) => ({
      ...(pair.after ?? pair.before)!,
      text: both(pair.before?.text, pair.after?.text),
    })),
  }),
  render: (block, refs) =>
    block.cards.length ? `<ul class="cards">${block.cards.map((card) => renderCard(card, refs)).join('')}</ul>` : '',
}
