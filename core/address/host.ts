/** A site with the host at which it is reached; `null` is every host that is no other site's. */
interface Hosted {
  host: string | null
}

const folded = (host: string) => host.trim().toLowerCase()
const withoutPort = (host: string) => host.replace(/:\d{1,5}$/, '')

/**
 * The site that is meant at a host, as a request's `Host` names it (RFC 9110 §7.2): the one that has it, with this port or without
 * one, else the one without a host of its own; `undefined` where there is none.
 */
export function siteAtHost<S extends Hosted>(sites: readonly S[], host: string): S | undefined {
  const asked = folded(host)
  const at = (name: string) => sites.find((site) => site.host !== null && folded(site.host) === name)
  return at(asked) ?? at(withoutPort(asked)) ?? sites.find((site) => site.host === null)
}
