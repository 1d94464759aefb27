import type { RouteLocationRaw } from 'vue-router'
import type { Remedy } from '~~/core/plan/remedies'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/mend'

export type Trouble = Got<'/forecast'>['come'][number]
/** A remedy that is done in a dialog, after what it would bring was seen. */
export type DialogRemedy = Extract<Remedy, { do: 'send' | 'remind' | 'update' | 'move' | 'take-out' }>

/** Whether a remedy is done where one is; the others lead somewhere. */
export const isDoneHere = (remedy: Remedy): remedy is DialogRemedy => !('to' in remedy) && !['write', 'look', 'edition'].includes(remedy.do)

/** What a remedy is called on its button. */
export function remedyWords(remedy: Remedy, { edition }: Pick<Trouble, 'edition'>): string {
  switch (remedy.do) {
    case 'send':
      return say.sendToReview
    case 'remind':
      return say.askAgain
    case 'update':
      return say.bringItUpToDate
    case 'move':
      return edition === null ? say.findAnotherMoment : say.findTheEditionAnotherMoment
    case 'take-out':
      return edition === null ? say.cancelIt : say.takeItOutOfTheEdition
    case 'links':
      return say.changeTheLinks
    case 'write':
      return say.WRITE[remedy.at] ?? say.writeOn
    case 'look':
      return say.seeTheOther
    case 'edition':
      return say.seeTheEdition
  }
}

/** Where a remedy leads that is not done where one is. */
export function remedyLink(remedy: Exclude<Remedy, DialogRemedy>, { item, title }: Pick<Trouble, 'item' | 'title'>): RouteLocationRaw {
  switch (remedy.do) {
    case 'links':
      return {
        path: '/office/replace',
        query: { what: 'link', from: `item:${remedy.to}`, ...(remedy.in === null ? {} : { q: `"${title.replaceAll('"', ' ')}"` }) },
      }
    case 'write':
      return { path: `/office/items/${item}`, query: { draft: remedy.draft }, hash: remedy.at === 'body' ? '' : `#field-${remedy.at}` }
    case 'look':
      return { path: `/office/items/${remedy.item}` }
    case 'edition':
      return { path: `/office/editions/${remedy.edition}` }
  }
}
