import { defineStore } from 'pinia'
import type { Reason } from '~~/core/outcome'
import type { Verb } from '~~/core/access/verbs'
import { api } from '~/composables/api'

interface SiteAnswer {
  name: string
  settings: string | null
  language: string
  now: string
  zone: string
  next: { at: string; count: number; live: number } | null
  silent: boolean
  mailIsCaught: boolean
  may: Record<Verb, Reason | null>
}

export interface SectionAnswer {
  id: string
  name: string
  segment: string
  parent: string | null
  items: number
  may: { write: boolean; change: boolean }
}

/** The site that the office shows, its clock, its sections, and news of what others do. */
export const useSite = defineStore('site', () => {
  const site = ref<SiteAnswer | null>(null)
  const sections = ref<SectionAnswer[]>([])
  const online = ref(true)
  /** The present in the site, ticking. */
  const now = ref(new Date())
  /** Grows with each piece of news; screens watch it to load again. */
  const news = ref(0)
  const lastItem = ref<{ item: string | null; person: string | null; action: string } | null>(null)
  let offset = 0
  let source: EventSource | undefined

  async function load(): Promise<void> {
    try {
      site.value = await api<SiteAnswer>('GET', '/site')
      offset = Date.parse(site.value.now) - Date.now()
      now.value = new Date(Date.now() + offset)
      online.value = true
    } catch {
      online.value = false
    }
  }
  async function loadSections(): Promise<void> {
    sections.value = await api<SectionAnswer[]>('GET', '/sections')
  }
  function listen(): void {
    if (source) return
    source = new EventSource('/api/v1/stream')
    source.addEventListener('change', (event) => {
      const row = JSON.parse((event as MessageEvent<string>).data) as { item: string | null; person: string | null; action: string }
      lastItem.value = row
      news.value++
    })
    source.onerror = () => (online.value = false)
    source.onopen = () => (online.value = true)
    setInterval(() => (now.value = new Date(Date.now() + offset)), 5_000)
    setInterval(load, 15_000)
  }
  function stop(): void {
    source?.close()
    source = undefined
  }
  return { site, sections, online, now, news, lastItem, load, loadSections, listen, stop }
})
