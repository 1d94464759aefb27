import { z } from 'zod'
import { plain } from '../content/inline'
import { markBoth, pairs } from '../history/marking'
import { renderText } from '../render/text'
import { planned, textAt, type BlockDefinition } from './definition'

const shape = {
  planned,
  questions: z.array(z.strictObject({ question: textAt('question'), answer: textAt('answer') })).max(100),
}

export const questions: BlockDefinition<'questions', typeof shape> = {
  kind: 'questions',
  words: 'Questions',
  shape,
  empty: (id) => ({ id, kind: 'questions', planned: null, questions: [{ question: [], answer: [] }] }),
  text: (block) => block.questions.map((entry) => `${plain(entry.question)} ${plain(entry.answer)}`).join('\n'),
  repeated: (block) => ({ count: block.questions.length, planned: block.planned }),
  merges: { questions: 'entries' },
  mark: (shown, before, after) => ({
    ...shown,
    questions: pairs(before?.questions ?? [], after?.questions ?? [], ({ question }) => plain(question)).map((pair) => ({
      question: markBoth(pair.before?.question, pair.after?.question),
      answer: markBoth(pair.before?.answer, pair.after?.answer),
    })),
  }),
  render: (block, refs) =>
    block.questions.length
      ? `<div class="questions">${block.questions.map(({ question, answer }) => `<details><summary>${renderText(question, refs)}</summary><p>${renderText(answer, refs)}</p></details>`).join('')}</div>`
      : '',
  style:
    '.questions{border-top:1px solid var(--line);margin:0 0 1.3rem}.questions details{border-bottom:1px solid var(--line);padding:.7rem 0}.questions summary{font-weight:600;cursor:pointer}.questions details p{margin:.6rem 0 .2rem}',
}
