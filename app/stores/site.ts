import { defineStore } from 'pinia'
import { api, ApiProblem } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'

type SiteAnswer = Got<'/site'>

export type SectionAnswer = Got<'/sections'>[number]

/** The site that the office shows, its clock, its sections, and news of what others do. */
export const useSite = defineStore('site', () => {
  const site = ref<SiteAnswer | null>(null)
  const sections = ref<SectionAnswer[]>([])
  /** Whether the server is reached, and still knows who asks. */
  const line = ref<'fine' | 'lost' | 'signed-out'>('fine')
  /** The site's time zone, in which its moments are shown and picked; known before any place is drawn (see `begin`). */
  const zone = computed(() => site.value?.zone ?? 'UTC')
  /** The language that the site is in. */
  const language = computed(() => site.value?.language ?? 'en')
  /** The present in the site, ticking. */
  const now = ref(new Date())
  /** Grows with each piece of news; screens watch it to load again. */
  const news = ref(0)
  const lastItem = ref<{ item: string | null; person: string | null; action: string } | null>(null)
  let offset = 0
  let begunFor = ''
  let source: EventSource | undefined
  let ticking: ReturnType<typeof setInterval>[] = []

  async function load(): Promise<void> {
    site.value = await api('GET', '/site')
    offset = Date.parse(site.value.now) - Date.now()
    now.value = new Date(Date.now() + offset)
    line.value = 'fine'
  }
  /** Loads the site again, or says what is in the way. */
  async function refresh(): Promise<void> {
    try {
      await load()
    } catch (error) {
      const signedOut = error instanceof ApiProblem && error.status === 401
      line.value = signedOut ? 'signed-out' : 'lost'
      if (signedOut) {
        // Who comes in again finds all of it anew; until then there is no news to open a stream for.
        begunFor = ''
        closeStream()
      }
    }
  }
  async function loadSections(): Promise<void> {
    sections.value = await api('GET', '/sections')
  }
  /**
   * Loads the site and its sections as someone finds them, where that was not done yet; throws where the server does not
   * answer. A place waits for it: drawn without the site's clock, it would show and take moments of another zone.
   */
  async function begin(person: string): Promise<void> {
    if (begunFor === person) return
    await Promise.all([load(), loadSections()])
    begunFor = person
  }
  /** Opens the stream of news, also where the browser gave it up: it does when the server answers anything but a stream. */
  function openStream(): void {
    if (source && source.readyState !== EventSource.CLOSED) return
    source = new EventSource('/api/v1/stream')
    source.addEventListener('change', (event) => {
      const row = JSON.parse((event as MessageEvent<string>).data) as { item: string | null; person: string | null; action: string }
      lastItem.value = row
      news.value++
      // Moments are shown and picked on its clock: it is not waited for until the next look.
      if (row.action.startsWith('site.')) void refresh()
    })
    source.onerror = refresh
    source.onopen = () => (line.value = 'fine')
  }
  /** Closes the stream of news. */
  function closeStream(): void {
    source?.close()
    source = undefined
  }
  /** Follows the news and the clock from now on, until it is stopped: at the door nothing is asked that needs a session. */
  function listen(): void {
    stopListening()
    openStream()
    ticking = [
      setInterval(() => (now.value = new Date(Date.now() + offset)), 5_000),
      setInterval(async () => {
        await refresh()
        if (ticking.length && line.value === 'fine') openStream()
      }, 15_000),
    ]
  }
  function stopListening(): void {
    closeStream()
    ticking.forEach(clearInterval)
    ticking = []
  }
  return { site, zone, language, sections, line, now, news, lastItem, begin, refresh, loadSections, listen, stopListening }
})
