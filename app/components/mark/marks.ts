import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/marks'

/** The forms of the state mark: paths in a box of 22 by 16, its word, and its colour. */
export interface Mark {
  word: string
  tone: string
  paths: { d: string; faint?: boolean; dashed?: boolean }[]
  clock?: boolean
}

const line = (d: string) => ({ d })

export const MARKS = {
  live: { word: common.live, tone: 'text-kelp', paths: [line('M4 7L18 1.6')] },
  none: { word: say.notOnSite, tone: 'text-soft', paths: [line('M4 7H20'), { d: 'M20 7v8', faint: true }] },
  withdrawn: { word: say.withdrawn, tone: 'text-soft', paths: [line('M4 7H20'), line('M9 3l6 8')] },
  draft: { word: common.draft, tone: 'text-soft', paths: [{ d: 'M4 7H20', dashed: true }] },
  in_review: { word: say.inReview, tone: 'text-lamp', paths: [line('M4 7H20'), line('M12 15V7'), { d: 'M20 15V7', faint: true }] },
  returned: { word: common.returned, tone: 'text-rust', paths: [line('M4 7H14a3 3 0 0 1 0 6H9.5'), line('M11.6 10.9L9.4 13l2.2 2.1')] },
  cleared: { word: common.cleared, tone: 'text-kelp', paths: [line('M4 7H11'), line('M13.5 9.5l2.2 2.4L20.5 6')] },
  scheduled: { word: say.scheduled, tone: 'text-tide', paths: [line('M4 7H13')], clock: true },
  held: { word: say.held, tone: 'text-rust', paths: [line('M4 7H10l2 3 2-6 2 3h4')] },
} satisfies Record<string, Mark>

export type MarkName = keyof typeof MARKS
