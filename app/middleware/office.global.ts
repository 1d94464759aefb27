import { ApiProblem } from '~/composables/api'
import { useSession } from '~/stores/session'
import { useSite } from '~/stores/site'

/** Where whoever needs a second factor turns one on, before anything else. */
const FACTOR = '/office/second-factor'
const OPEN = new Set(['/office/sign-in', '/office/first-start', '/office/join'])

/** Leads people without a session to the door, and keeps where they wanted to go; the others find the site known. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (!to.path.startsWith('/office')) return
  const session = useSession()
  if (!session.loaded) await session.load()
  if (session.unclaimed) return to.path === '/office/first-start' ? undefined : navigateTo('/office/first-start')
  if (to.path === '/office/first-start') return navigateTo('/office')
  if (OPEN.has(to.path)) return
  const door = { path: '/office/sign-in', query: to.path === '/office' ? {} : { to: to.fullPath } }
  if (!session.person) return navigateTo(door)
  if (session.person.needsFactor) return to.path === FACTOR ? undefined : navigateTo(FACTOR)
  if (to.path === FACTOR) return navigateTo('/office')
  try {
    await useSite().begin(session.person.id)
  } catch (error) {
    // The session ended since it was loaded.
    if (error instanceof ApiProblem && error.status === 401) return navigateTo(door)
    throw error
  }
})
