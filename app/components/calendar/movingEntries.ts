import { useDebounceFn } from '@vueuse/core'
import { calendarWords } from '~~/core/plan/calendarWords'
import { dateWords, fullIn } from '~~/core/time/words'
import { instantOf, wallTimeOf } from '~~/core/time/zone'
import { api } from '~/composables/api'
import { useAct } from '~/composables/act'
import { useNotices } from '~/stores/notices'
import type { CalendarEntry, TrialAnswer } from './entries'
import * as say from '~~/core/words/office/calendar'

/** A moment on the site's clock. */
interface When {
  date: string
  time: string
  choice?: 'earlier' | 'later'
  zone?: string
}

/**
 * Moving entries of the calendar: one is lifted, says over each cell what the move would bring, and is dropped. What the clocks make doubtful
 * and what would bring trouble is asked about (`moving`); the rest is done at once and can be undone.
 */
export function useMovingEntries(zone: () => string, reload: () => Promise<unknown>) {
  const notices = useNotices()
  const { act } = useAct(reload)
  const lifted = shallowRef<CalendarEntry | null>(null)
  /** The cell that it is over: a day, or a day and an hour. */
  const over = ref<string | null>(null)
  const trial = shallowRef<TrialAnswer | null>(null)
  /** An entry that is being moved by typing where to, with the moment that was dropped on. */
  const moving = shallowRef<{ entry: CalendarEntry; at: string } | null>(null)

  /** The wall time that an entry would get in a cell. */
  function wallIn(entry: CalendarEntry, cell: string) {
    const [date, hour] = cell.split(' ') as [string, string?]
    const { time } = wallTimeOf(entry.at, zone())
    return { date, time: hour ? `${hour.slice(0, 2)}:${time.slice(3)}` : time, zone: zone() }
  }
  const ask = useDebounceFn(async (cell: string) => {
    const entry = lifted.value
    if (!entry || over.value !== cell) return
    const at = instantOf(wallIn(entry, cell))
    try {
      const moved = entry.edition ? { edition: entry.edition } : { event: entry.event ?? undefined }
      const answer = await api('POST', '/forecast/trial', { body: { ...moved, at } })
      if (over.value === cell) trial.value = answer
    } catch (error) {
      notices.trouble(error)
    }
  }, 120)
  function hover(cell: string | null): void {
    over.value = cell
    trial.value = null
    if (cell) void ask(cell)
    else lifted.value = null
  }
  const move = (entry: CalendarEntry, when: When) =>
    entry.edition
      ? api('PATCH', `/editions/${entry.edition}`, { body: { moment: when } })
      : api('PATCH', `/events/${entry.event}`, { body: when })
  function drop(cell: string): void {
    const entry = lifted.value
    const answer = trial.value
    hover(null)
    if (!entry) return
    const wall = wallIn(entry, cell)
    const at = instantOf({ ...wall, zone: zone() })
    const asked = { entry, at: `${wall.date}T${wall.time}` }
    if (wallTimeOf(at, zone()).time !== wall.time || answer?.come.length) {
      moving.value = asked
      return
    }
    const back = wallTimeOf(entry.at, zone())
    const byKey = document.activeElement instanceof HTMLElement && document.activeElement.dataset.entry === entry.id
    void act(
      async () => {
        try {
          await move(entry, wall)
        } catch (error) {
          moving.value = asked
          throw error
        }
      },
      say.nowItWas(entry.title, calendarWords(entry), fullIn(at, zone()), dateWords(back.date, 'en-GB', 'short'), back.time),
      () => move(entry, back),
    ).then(async () => {
      // Who moved it by keys goes on from where it is now.
      await nextTick()
      if (byKey) document.querySelector<HTMLElement>(`[data-entry="${CSS.escape(entry.id)}"]`)?.focus()
    })
  }
  return { lifted, over, trial, moving, hover, drop, move }
}
