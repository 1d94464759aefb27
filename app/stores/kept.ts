import { defineStore } from 'pinia'
import type { Block } from '~~/core/blocks/blocks'
import { api } from '~/composables/api'
import { useNotices } from '~/stores/notices'
import type { Got } from '~/composables/apiTypes'
import * as say from '~~/core/words/office/frame'

export type KeptBlock = Got<'/kept'>[number]

/** The blocks that this person keeps for other pages; loaded when a menu that offers them first opens. */
export const useKept = defineStore('kept', () => {
  const blocks = shallowRef<KeptBlock[] | null>(null)
  const notices = useNotices()
  async function load(): Promise<void> {
    try {
      blocks.value ??= await api('GET', '/kept')
    } catch (error) {
      notices.trouble(error)
    }
  }
  async function change(run: () => Promise<unknown>, said: string): Promise<void> {
    try {
      await run()
      blocks.value = await api('GET', '/kept')
      notices.done(said)
    } catch (error) {
      notices.trouble(error)
    }
  }
  const keep = (block: Block, draft: string | null) =>
    change(() => api('POST', '/kept', { body: { block, draft } }), say.keptEveryPagesInsertMenuOffers)
  const letGo = (id: string) => change(() => api('DELETE', `/kept/${id}`), say.letGo)
  return { blocks, load, keep, letGo }
})
