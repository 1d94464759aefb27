import { z } from 'zod'
import { esc } from '../render/escape'
import { line, type BlockDefinition } from './definition'

const shape = { url: z.union([z.literal(''), z.url({ protocol: /^https?$/ }).max(2048)]), title: line }

export const embed: BlockDefinition<'embed', typeof shape> = {
  kind: 'embed',
  words: 'Embed',
  shape,
  empty: (id) => ({ id, kind: 'embed', url: '', title: '' }),
  text: ({ title }) => title,
  merges: {},
  render(block, refs) {
    if (!block.url) return ''
    const title = esc(block.title || block.url)
    return refs.embedOrigins.includes(new URL(block.url).origin)
      ? `<figure class="embed"><iframe src="${esc(block.url)}" title="${title}" loading="lazy" sandbox="allow-scripts allow-popups" referrerpolicy="no-referrer"></iframe></figure>`
      : `<p><a href="${esc(block.url)}" rel="external">${title}</a></p>`
  },
}
