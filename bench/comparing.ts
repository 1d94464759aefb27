import { diffWords } from 'diff'
import { differences, intern } from '../core/history/sequence'
import { tokens } from '../core/history/words'
import { median, type Row } from './report'
import { paragraph } from './site'

const WORDS = 10_000
const ROUNDS = 9

const textOf = (seed: number) => {
  const block = paragraph('text', seed, WORDS)
  return block.kind === 'paragraph' ? block.text.map((run) => run.text).join('') : ''
}

/** A text with every so-manieth word changed, put in or taken out. */
function edited(text: string, every: number): string {
  return text
    .split(' ')
    .flatMap((word, index) => (index % every ? word : index % 3 === 0 ? `${word}s` : index % 3 === 1 ? [] : [word, 'again']))
    .join(' ')
}

/** Comparing two texts of 10,000 words, lightly and heavily edited, against the package diff's diffWords. */
export async function measure(): Promise<Row[]> {
  return [40, 6].map((every) => {
    const before = textOf(7)
    const after = edited(before, every)
    const [ours, theirs]: number[][] = [[], []]
    let [mine, other] = [0, 0]
    for (let round = 0; round < ROUNDS; round++) {
      const start = performance.now()
      const numbers = intern()
      const [a, b] = [tokens(before), tokens(after)]
      const hunks = differences(numbers(a), numbers(b))
      const middle = performance.now()
      const parts = diffWords(before, after)
      theirs!.push(performance.now() - middle)
      ours!.push(middle - start)
      const isWord = (token: string) => /\S/.test(token)
      mine = hunks.reduce(
        (sum, hunk) => sum + a.slice(hunk.aFrom, hunk.aTo).filter(isWord).length + b.slice(hunk.bFrom, hunk.bTo).filter(isWord).length,
        0,
      )
      other = parts.reduce((sum, part) => sum + (part.added || part.removed ? tokens(part.value).filter(isWord).length : 0), 0)
    }
    const [x, y] = [median(ours!), median(theirs!)]
    return {
      what: `compare two 10,000-word texts, every ${every}th word edited`,
      ours: `${x.toFixed(1)} ms, ${mine} words in the script`,
      reference: `diffWords ${y.toFixed(1)} ms, ${other} words`,
      ratio: x / y,
      budget: '≤ 0.5, script no longer',
      met: x / y <= 0.5 && mine <= other,
    }
  })
}
