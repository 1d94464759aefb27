import { z } from 'zod'
import { plain } from '../content/inline'
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
  mark: (shown, before, after, { both, pairs }) => ({
    ...shown,
    questions: pairs(before?.questions ?? [], after?.questions ?? [], ({ question }) => plain(question)).map((pair) => ({
      question: both(pair.before?.question, pair.after?.question),
      answer: both(pair.before?.answer, pair.after?.answer),
    })),
  }),
  render: (block, refs) =>
    block.questions.length
      ? `<div class="questions">${block.questions.map(({ question, answer }) => `<details><summary>${renderText(question, refs)}</summary><p>${renderText(answer, refs)}</p></details>`).join('')}</div>`
      : '',
}
