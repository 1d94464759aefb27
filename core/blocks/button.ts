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
}
