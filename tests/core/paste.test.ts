import fc from 'fast-check'
import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5'
import { describe, expect, it } from 'vitest'
import { blockSchema, type Block } from '../../core/blocks/blocks'
import { blocksOfPaste, blocksOfText, type PastedNode, type RemotePicture } from '../../core/content/paste'
import { plain, type Text } from '../../core/content/inline'
import { ATTACKS } from '../fixtures/attacks'

/** parse5 as the independent parser: a browser's DOM is read the same way. */
function read(node: DefaultTreeAdapterTypes.Node): PastedNode[] {
  if (node.nodeName === '#text')
    return [{ tag: null, text: (node as DefaultTreeAdapterTypes.TextNode).value, attribute: () => null, children: [] }]
  if (!('childNodes' in node)) return []
  const children = node.childNodes.flatMap(read)
  if (!('tagName' in node)) return children
  const attribute = (name: string) => node.attrs.find((entry) => entry.name === name)?.value ?? null
  return [{ tag: node.tagName, text: '', attribute, children }]
}
const paste = (html: string): Block[] => {
  let n = 0
  return blocksOfPaste(read(parseFragment(html)), () => `block${++n}`)
}
const bare = (html: string) => paste(html).map(({ id: _, ...block }) => block)
const text = (words: string): Text => [{ text: words }]

describe('pasting from a word processor', () => {
  it('keeps headings, emphasis and paragraphs, and none of the styles', () => {
    expect(
      bare(`<html><body lang=EN-GB><!--StartFragment-->
        <h1 style='mso-style:x'>Fares <span style='font-weight:normal'>2027</span><o:p></o:p></h1>
        <p class=MsoNormal style='margin-bottom:0cm'><span style='font-family:"Times"'>A car costs <b>252&nbsp;kroner</b>,
        a van <i>a little</i> <span style='font-weight:700'>more</span>.<o:p></o:p></span></p>
        <p class=MsoNormal><o:p>&nbsp;</o:p></p><!--EndFragment--></body></html>`),
    ).toEqual([
      { kind: 'heading', level: 2, text: text('Fares 2027') },
      {
        kind: 'paragraph',
        text: [
          { text: 'A car costs ' },
          { text: '252\u00a0kroner', marks: ['bold'] },
          { text: ', a van ' },
          { text: 'a little', marks: ['italic'] },
          { text: ' ' },
          { text: 'more', marks: ['bold'] },
          { text: '.' },
        ],
      },
    ])
  })
  it('makes lists of paragraphs that are meant as list entries, with their depth and count', () => {
    const entry = (level: number, mark: string, words: string) =>
      `<p class=MsoListParagraph style='text-indent:-18pt;mso-list:l0 level${level} lfo1'><![if !supportLists]><span style='mso-list:Ignore'>${mark}<span>&nbsp;&nbsp;</span></span><![endif]>${words}<o:p></o:p></p>`
    expect(
      bare(
        entry(1, '1.', 'Larkholm') + entry(2, 'a.', 'Long Quay') + entry(2, 'b.', 'Old Quay') + entry(1, '2.', 'Vessa') + '<p>After.</p>',
      ),
    ).toEqual([
      {
        kind: 'list',
        ordered: true,
        entries: [{ text: text('Larkholm'), entries: [{ text: text('Long Quay') }, { text: text('Old Quay') }] }, { text: text('Vessa') }],
      },
      { kind: 'paragraph', text: text('After.') },
    ])
    expect(bare(entry(1, '·', 'Bags'))).toMatchObject([{ kind: 'list', ordered: false }])
  })
  it('sees through a wrapper that is not what it says', () => {
    expect(bare('<b style="font-weight:normal"><p>One</p><p><span style="font-weight:400">Two</span></p></b>')).toEqual([
      { kind: 'paragraph', text: text('One') },
      { kind: 'paragraph', text: text('Two') },
    ])
  })
})

describe('pasting pictures', () => {
  const withPictures = (html: string) => {
    const told: [string, RemotePicture][] = []
    let n = 0
    const blocks = blocksOfPaste(
      read(parseFragment(html)),
      () => `block${++n}`,
      (id, picture) => told.push([id, picture]),
    )
    return { blocks, told }
  }
  it('keeps a place for each that lies elsewhere, after what it stood in, and says where it lies', () => {
    const { blocks, told } = withPictures(
      '<p>Before <img src="https://pictures.example/a.png" alt="A boat"> it</p><figure><img src="http://pictures.example/b.png"><figcaption>Said</figcaption></figure><p>After</p>',
    )
    expect(blocks.map(({ kind }) => kind)).toEqual(['paragraph', 'picture', 'picture', 'paragraph', 'paragraph'])
    expect(blocks[1]).toMatchObject({ media: null, alt: '', caption: [] })
    expect(told).toEqual([
      [blocks[1]!.id, { address: 'https://pictures.example/a.png', alt: 'A boat' }],
      [blocks[2]!.id, { address: 'http://pictures.example/b.png', alt: '' }],
    ])
    for (const block of blocks) expect(blockSchema.safeParse(block).success).toBe(true)
  })
  it('keeps none for what lies nowhere, for marks and counters, and for the icons of a page', () => {
    expect(withPictures('<p>A<img src="data:image/png;base64,AAAA"><img src="file:///c/a.png"><img alt="x"></p>').told).toEqual([])
    expect(withPictures('<p>A<img src="https://count.example/x" width="1" height="1"></p>').told).toEqual([])
    expect(withPictures('<p><img src="https://icons.example/x.png"></p>'.repeat(50)).told).toHaveLength(20)
  })
})

describe('pasting from the web', () => {
  it('keeps lists in lists, quotes, rules, definitions and code', () => {
    expect(
      bare(
        '<ul><li>One<ul><li>Inner</li></ul></li><li>Two</li></ul><blockquote><p>Said</p><p>so</p></blockquote><hr><dl><dt>Auk</dt><dd>A boat</dd></dl><pre>a\n  b</pre>',
      ),
    ).toEqual([
      { kind: 'list', ordered: false, entries: [{ text: text('One'), entries: [{ text: text('Inner') }] }, { text: text('Two') }] },
      { kind: 'quote', text: text('Said\nso'), source: '' },
      { kind: 'divider' },
      { kind: 'definitions', entries: [{ term: text('Auk'), text: text('A boat') }] },
      { kind: 'paragraph', text: [{ text: 'a\n  b', marks: ['code'] }] },
    ])
  })
  it('keeps tables with their header cells and caption', () => {
    expect(
      bare(
        '<table><caption>Fares</caption><thead><tr><th>Port<th>Car</tr></thead><tbody><tr><td>Vessa<td>252</tr><tr><td>Innermost</tr></tbody></table>',
      ),
    ).toEqual([
      {
        kind: 'table',
        caption: 'Fares',
        headers: 'row',
        rows: [
          [text('Port'), text('Car')],
          [text('Vessa'), text('252')],
          [text('Innermost'), []],
        ],
      },
    ])
  })
  it('keeps links that readers may follow, drops the others, and never their underline', () => {
    expect(
      bare('<p><a href="https://x.example/" style="text-decoration:underline">Out</a> <a href="javascript:alert(1)">bad</a></p>'),
    ).toEqual([{ kind: 'paragraph', text: [{ text: 'Out', href: 'https://x.example/' }, { text: ' bad' }] }])
  })
  it('takes loose words between blocks as paragraphs, and breaks as lines', () => {
    expect(bare('Loose <em>words</em><br>on two lines<div>In a div</div>tail')).toEqual([
      { kind: 'paragraph', text: [{ text: 'Loose ' }, { text: 'words', marks: ['italic'] }, { text: '\non two lines' }] },
      { kind: 'paragraph', text: text('In a div') },
      { kind: 'paragraph', text: text('tail') },
    ])
  })
})

describe('whatever is pasted', () => {
  it('becomes blocks that can be saved, with every visible word once and in order', () => {
    const tag = fc.constantFrom('p', 'div', 'b', 'i', 'span', 'h2', 'ul', 'li', 'blockquote', 'a', 'section', 'font')
    const markup = fc.letrec<{ node: string }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 4 },
        fc.constantFrom('alpha', 'beta ', ' gamma', '<br>'),
        fc.tuple(tag, fc.array(tie('node'), { maxLength: 4 })).map(([name, parts]) => `<${name}>${parts.join('')}</${name}>`),
      ),
    })).node
    fc.assert(
      fc.property(fc.array(markup, { maxLength: 6 }), (parts) => {
        const html = parts.join('')
        const blocks = paste(html)
        for (const block of blocks) expect(blockSchema.safeParse(block).success).toBe(true)
        const words = JSON.stringify(blocks).match(/alpha|beta|gamma/g) ?? []
        const shown = parseFragment(html)
        const seen: string[] = []
        const walk = (node: DefaultTreeAdapterTypes.Node) => {
          if (node.nodeName === '#text') seen.push(...((node as DefaultTreeAdapterTypes.TextNode).value.match(/alpha|beta|gamma/g) ?? []))
          if ('childNodes' in node) node.childNodes.forEach(walk)
        }
        walk(shown)
        // Words straight inside a list, outside its entries, have no place in one; all others stay.
        if (!/<ul>(?!<li>)/.test(html) && !/<\/li>(?!<li>|<\/ul>)/.test(html)) expect(words).toEqual(seen)
      }),
      { numRuns: 400 },
    )
  })
  it.each(ATTACKS)('carries no script: %s', (attack) => {
    for (const block of paste(attack)) {
      expect(blockSchema.safeParse(block).success).toBe(true)
      expect(JSON.stringify(block)).not.toMatch(/"href":"(javascript|data|vbscript)/i)
    }
  })
  it('of plain text begins a paragraph at each empty line', () => {
    let n = 0
    const blocks = blocksOfText('One\nstill one\r\n\r\n\r\nTwo\n', () => `b${++n}`)
    expect(blocks.map((block) => (block.kind === 'paragraph' ? plain(block.text) : ''))).toEqual(['One\nstill one', 'Two'])
  })
})
