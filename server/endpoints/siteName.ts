import type { SiteParts } from '../runtime'

/** What the site is called, as readers get it now. */
export async function siteName({ office, live }: Pick<SiteParts, 'office' | 'live'>): Promise<string> {
  const site = await office.site()
  return (site && (await live.frame(site)).settings.title) || 'Yieldgate'
}
