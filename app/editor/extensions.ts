import { Mark, Node, type Extensions } from '@tiptap/core'
import StarterKit from '@tiptap/starter-kit'
import { isSafeHref } from '~~/core/content/inline'
import { PLACES, type PlaceName, type Tool } from '~~/core/content/places'

const shared = {
  heading: false,
  blockquote: false,
  codeBlock: false,
  horizontalRule: false,
  dropcursor: false,
  gapcursor: false,
  trailingNode: false,
  // The draft at hand undoes everything, texts too.
  undoRedo: false,
} as const
const link = {
  openOnClick: false,
  autolink: false,
  linkOnPaste: true,
  protocols: ['item'] as string[],
  isAllowedUri: (uri: string) => isSafeHref(uri),
  HTMLAttributes: { rel: null, target: null },
}

const document = (content: string) => Node.create({ name: 'doc', topNode: true, content })

/** Words in one of the site's own styles; shown by the class that the theme has for it. */
const look = Mark.create({
  name: 'look',
  addAttributes: () => ({ look: { default: null } }),
  parseHTML: () => [],
  renderHTML: ({ HTMLAttributes }) => ['span', { class: `word-${String(HTMLAttributes.look)}` }, 0],
})

/** The marks that a place offers; one that it does not is unknown to its editor, whatever is pasted or typed. */
function marksOf(place: PlaceName) {
  const tools: readonly Tool[] = PLACES[place].tools
  const off = (['bold', 'italic', 'underline', 'strike', 'code'] as const).filter((mark) => !tools.includes(mark))
  return {
    kit: { ...Object.fromEntries(off.map((mark) => [mark, false as const])), link: tools.includes('link') ? link : (false as const) },
    more: tools.includes('look') ? [look] : [],
  }
}

/** What a paragraph, cell or caption may hold. */
export function textExtensions(place: PlaceName): Extensions {
  const { kit, more } = marksOf(place)
  return [
    document('paragraph'),
    StarterKit.configure({ ...shared, document: false, bulletList: false, orderedList: false, listItem: false, listKeymap: false, ...kit }),
    ...more,
  ]
}

/** What a list block may hold. */
export function listExtensions(): Extensions {
  const { kit, more } = marksOf('entry')
  return [document('bulletList | orderedList'), StarterKit.configure({ ...shared, document: false, ...kit }), ...more]
}
