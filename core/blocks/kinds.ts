import { box } from './box'
import { cards } from './cards'
import { columns } from './columns'
import { embed } from './embed'
import { INNER } from './inner'
import { people } from './people'
import { questions } from './questions'
import { source } from './source'

/** Every kind of block, in the order of the insert menu. A new one is a file of this folder and a line here. */
export const BLOCKS = { ...INNER, box, columns, cards, people, questions, embed, source }
