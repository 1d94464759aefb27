import type { SiteRow } from '../../store/sites'

/** Scheme and host at which a site is reached, as configured (`YIELDGATE_ORIGIN`), by its own host where it has one; `undefined` where nothing is configured. */
export function siteOrigin(site: Pick<SiteRow, 'host'> | undefined): string | undefined {
  const configured = process.env.YIELDGATE_ORIGIN?.replace(/\/+$/, '')
  return configured && site?.host ? `${configured.split('://')[0]}://${site.host}` : configured
}

/** Where a site's office is, for links in mails: as configured, else on this machine. */
export const officeAddress = (site: Pick<SiteRow, 'host'> | undefined): string =>
  siteOrigin(site) ?? `http://${site?.host ?? `localhost:${process.env.NITRO_PORT ?? process.env.PORT ?? '3000'}`}`
