import { createEventStream, type H3Event } from 'h3'
import { actorOfEvent, hostOf, noSiteHere } from '../http'
import { runtime } from '../runtime'
import { refusal } from '../services/refusal'
import { readableNews } from '../services/reviewing/today'
import { sendProblem } from './handle'

/** So many streams are open for one person, as many windows as anyone works in; each costs something with all that happens. */
const MOST_OF_ONE = 30
const open = new Map<string, number>()

/** Server-sent events: what changed where the person may read, as journal rows without their inner facts. */
export async function streamNews(event: H3Event): Promise<unknown> {
  const parts = await (await runtime()).at(hostOf(event.node.req))
  if (!parts) return sendProblem(event, noSiteHere())
  const { office } = parts
  // A stream that is open keeps no session open.
  const actor = await actorOfEvent(office, event, false)
  if (!actor) return sendProblem(event, refusal('not-signed-in', 'not-signed-in'))
  const count = open.get(actor.id) ?? 0
  if (count >= MOST_OF_ONE) return sendProblem(event, refusal('busy', 'streams-many', { most: MOST_OF_ONE }))
  open.set(actor.id, count + 1)
  const stream = createEventStream(event)
  const stop = office.onNews((rows) => {
    void (async () => {
      // Rights are asked at each piece of news, so that someone whose access ended hears no more.
      const current = await actorOfEvent(office, event, false)
      if (!current) return stream.close()
      for (const row of await readableNews(office, current, rows.slice(-200)))
        await stream.push({
          id: String(row.seq),
          event: 'change',
          data: JSON.stringify({ seq: row.seq, action: row.action, item: row.item, person: row.person, at: row.at }),
        })
    })()
  })
  // The first one also opens the stream for the browser, which gets no headers before some bytes.
  const sayAlive = () => void stream.push({ event: 'alive', data: office.now() })
  sayAlive()
  const alive = setInterval(sayAlive, 20_000)
  stream.onClosed(async () => {
    clearInterval(alive)
    stop()
    const left = open.get(actor.id)! - 1
    if (left) open.set(actor.id, left)
    else open.delete(actor.id)
    await stream.close()
  })
  return stream.send()
}
