import type { BlockKind } from './blocks'
import { GRID } from './columns'

const spans = Array.from({ length: GRID - 1 }, (_, index) => index + 2)

/**
 * What each kind of block adds to the live site's style sheet; `''` where the rules of texts are enough. It stands apart from the
 * definitions since the office, which has them all, needs none of it.
 */
export const BLOCK_STYLES: Record<BlockKind, string> = {
  paragraph: '',
  heading: '',
  list: '',
  picture: '',
  table: `.table{overflow-x:auto}table{border-collapse:collapse;width:100%;font:.95rem/1.4 Figtree,system-ui,sans-serif;font-variant-numeric:tabular-nums}
caption{text-align:left;color:var(--soft);padding-bottom:.4rem}
th,td{text-align:left;padding:.5rem .9rem .5rem 0;border-bottom:1px solid var(--line);vertical-align:top}thead th{border-bottom:2px solid var(--ink)}`,
  quote: 'blockquote{margin:0;padding-left:1.2rem;border-left:.25rem solid var(--sea);font-style:italic}',
  button:
    '.button{display:inline-block;background:var(--sea);color:#fff;font-family:Figtree,system-ui,sans-serif;font-weight:600;padding:.55rem 1.1rem;border-radius:6px;text-decoration:none}',
  definitions: 'dt{font-weight:600}dd{margin:0 0 .7rem 1.2rem}',
  divider: 'hr{border:0;border-top:1px solid var(--line);margin:2rem 0}',
  box: '.box{border:1px solid var(--line);background:var(--sheet);border-radius:6px;padding:1rem 1.3rem .1rem;margin:0 0 1.3rem}.box.note{background:var(--info-ground);border-color:transparent}.box.warning{background:var(--warn-ground);border-color:transparent;border-left:.35rem solid var(--warn)}.box-title,.card-title{font:650 1.02rem/1.35 Figtree,system-ui,sans-serif;margin:0 0 .4rem}',
  columns: `@media (min-width:44rem){.columns{display:grid;grid-template-columns:repeat(${GRID},minmax(0,1fr));gap:0 1.8rem}${spans.map((span) => `.span-${span}{grid-column:span ${span}}`).join('')}}.columns{margin:0 0 1.15rem}.columns>div>:last-child{margin-bottom:0}@media (max-width:43.99rem){.columns>div+div{margin-top:1.15rem}}`,
  cards:
    '.cards,.people{list-style:none;padding:0;display:grid;gap:1.2rem;grid-template-columns:repeat(auto-fit,minmax(13rem,1fr))}.cards li{background:var(--sheet);border:1px solid var(--line);border-radius:6px;padding:1rem 1.1rem .2rem;overflow:hidden}.cards img{margin:-1rem -1.1rem .9rem;width:calc(100% + 2.2rem);max-width:none;aspect-ratio:16/9;object-fit:cover;border-radius:0}',
  people:
    '.people{font:.97rem/1.4 Figtree,system-ui,sans-serif}.people span{display:block;color:var(--soft);font-size:.9rem}.people a{font-weight:600}',
  questions:
    '.questions{border-top:1px solid var(--line);margin:0 0 1.3rem}.questions details{border-bottom:1px solid var(--line);padding:.7rem 0}.questions summary{font-weight:600;cursor:pointer}.questions details p{margin:.6rem 0 .2rem}',
  embed: '.embed iframe{width:100%;aspect-ratio:16/9;border:1px solid var(--line);border-radius:6px}',
  source: '',
}
