import type { PageMade } from '~/workers/page'

/** Puts a page made by the renderer into a frame's document: only what changed is touched, so that the scroll stays. */
export class PageFrame {
  private shown: PageMade | undefined

  constructor(private readonly document: Document) {}

  show(page: PageMade): void {
    const last = this.shown
    if (last && last.before === page.before && last.after === page.after && last.blocks.length === page.blocks.length)
      this.patch(last, page)
    else this.replace(page)
    this.shown = page
  }

  /** The element of the nth block; none for a block that readers get nothing of. */
  element(index: number): Element | undefined {
    const blocks = this.shown?.blocks
    const article = this.document.querySelector('main > article')
    if (!blocks?.[index] || !article) return undefined
    const drawn = blocks.slice(0, index).filter(Boolean).length
    return article.children[this.first(article) + drawn]
  }

  /** Which block an element of the page is of. */
  indexOf(target: Element): number | undefined {
    const article = this.document.querySelector('main > article')
    const child = article && [...article.children].find((element) => element.contains(target))
    if (!article || !child || !this.shown) return undefined
    let drawn = [...article.children].indexOf(child) - this.first(article)
    if (drawn < 0) return undefined
    const index = this.shown.blocks.findIndex((html) => html !== '' && drawn-- === 0)
    return index < 0 ? undefined : index
  }

  /** Blocks stand after the heading and the cover, each as one element. */
  private first = (article: Element): number => (article.children[1]?.matches('figure.cover') ? 2 : 1)

  private patch(last: PageMade, page: PageMade): void {
    page.blocks.forEach((html, index) => {
      const was = last.blocks[index]
      if (was === html) return
      const element = was && html ? this.element(index) : undefined
      if (element) element.outerHTML = html
      else this.replace(page)
    })
  }

  private replace(page: PageMade): void {
    const next = new DOMParser().parseFromString(page.before + page.blocks.join('\n') + page.after, 'text/html')
    const { document } = this
    // Styles that stay are left alone: a sheet that is put in again blinks.
    const heads = [[...document.head.children], [...next.head.children]] as const
    if (heads[0].length !== heads[1].length) document.head.replaceChildren(...next.head.childNodes)
    else heads[0].forEach((element, index) => element.outerHTML !== heads[1][index]!.outerHTML && element.replaceWith(heads[1][index]!))
    document.documentElement.lang = next.documentElement.lang
    const scroll = document.scrollingElement?.scrollTop ?? 0
    document.body.replaceChildren(...next.body.childNodes)
    if (document.scrollingElement) document.scrollingElement.scrollTop = scroll
  }
}
