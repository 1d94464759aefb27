import { z } from 'zod'
import { esc } from '../render/escape'
import { line, planned, type BlockDefinition } from './definition'

const shape = {
  planned,
  people: z.array(z.strictObject({ href: z.string().regex(/^item:[0-9a-f-]{36}$/), role: line })).max(60),
}

export const people: BlockDefinition<'people', typeof shape> = {
  kind: 'people',
  words: 'People',
  shape,
  empty: (id) => ({ id, kind: 'people', planned: null, people: [] }),
  text: (block) => block.people.map(({ role }) => role).join('\n'),
  repeated: (block) => ({ count: block.people.length, planned: block.planned }),
  merges: { people: 'entries' },
  render(block, refs) {
    const shown = block.people.flatMap(({ href, role }) => {
      const item = refs.items.get(href.slice(5))
      return item ? `<li><a href="${esc(item.path)}">${esc(item.title)}</a>${role ? `<span>${esc(role)}</span>` : ''}</li>` : []
    })
    return shown.length ? `<ul class="people">${shown.join('')}</ul>` : ''
  },
}
