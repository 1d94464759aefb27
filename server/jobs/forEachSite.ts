import type { Office } from '../services/office'

/** Starts a job for each site of the file, and for one that is begun later as soon as it is there. Returns a function that stops them all. */
export function forEachSite(office: Office, start: (office: Office) => () => Promise<void>): () => Promise<void> {
  const stops = new Map<string, () => Promise<void>>()
  let stopped = false
  const startNew = async () => {
    const sites = await office.sites()
    for (const { id } of sites) if (!stopped && !stops.has(id)) stops.set(id, start(office.ofSite(id)))
  }
  const safely = () => startNew().catch((error: unknown) => office.log.error({ error }, 'starting the jobs of a site failed'))
  const started = safely()
  const silence = office.onNews((rows) => {
    if (rows.some(({ action }) => action === 'site.begun')) void safely()
  })
  return async () => {
    stopped = true
    silence()
    await started
    for (const stop of stops.values()) await stop()
  }
}
