import { defineStore } from 'pinia'
import { api, showTo } from '~/composables/api'
import type { Got } from '~/composables/apiTypes'

export type Person = NonNullable<Got<'/session'>['person']>

/** Who is signed in here. */
export const useSession = defineStore('session', () => {
  const person = ref<Person | null>(null)
  const unclaimed = ref(false)
  const demo = ref(false)
  const otherDoor = ref<string | null>(null)
  const sendsMail = ref(false)
  const loaded = ref(false)

  async function load(): Promise<void> {
    const answer = await api('GET', '/session')
    person.value = answer.person
    showTo(answer.person?.id ?? null)
    unclaimed.value = answer.unclaimed
    demo.value = answer.demo
    otherDoor.value = answer.otherDoor
    sendsMail.value = answer.sendsMail
    loaded.value = true
  }
  async function signIn(email: string, password: string, code?: string): Promise<void> {
    await api('POST', '/session', { body: { email, password, ...(code ? { code } : {}) } })
    await load()
  }
  async function stepIn(id: string): Promise<void> {
    await api('POST', '/demo/step-in', { body: { person: id } })
    await load()
  }
  /** Sees the office as another, or (`null`) as oneself again; all that is shown is loaded anew. */
  async function seeAs(id: string | null): Promise<void> {
    if (id === null) await api('DELETE', '/session/as')
    else await api('POST', '/session/as', { body: { person: id } })
    location.assign('/office')
  }
  /** Uses this role of one's own first, and lets rest what may not be used beside it; all that is shown is loaded anew. */
  async function activateRole(role: string): Promise<void> {
    await api('PUT', '/session/roles', { body: { roles: [role] } })
    location.assign('/office')
  }
  async function signOut(): Promise<void> {
    await api('DELETE', '/session')
    location.assign('/office/sign-in')
  }
  return { person, unclaimed, demo, otherDoor, sendsMail, loaded, load, signIn, stepIn, seeAs, activateRole, signOut }
})
