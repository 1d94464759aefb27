import { z } from 'zod'
import { hrefSchema } from '../content/inline'
import { esc } from '../render/escape'
import { linkTarget } from '../render/text'
import { line, type BlockDefinition } from './definition'

const shape = { label: line, href: hrefSchema.or(z.literal('')) }

export const button: BlockDefinition<'button', typeof shape> = {
  kind: 'button',
  words: 'Button',
  shape,
  empty: (id) => ({ id, kind: 'button', label: '', href: '' }),
  text: ({ label }) => label,
  merges: {},
  render({ label, href }, refs) {
    const target = href && linkTarget(href, refs)
    return target && label ? `<p><a class="button" href="${esc(target)}">${esc(label)}</a></p>` : ''
  },
  style:
    '.button{display:inline-block;background:var(--sea);color:#fff;font-family:Figtree,system-ui,sans-serif;font-weight:600;padding:.55rem 1.1rem;border-radius:6px;text-decoration:none}',
}
