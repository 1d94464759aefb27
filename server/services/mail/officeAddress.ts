/** Where the office is, for links in mails: as configured, else on this machine. */
export const officeAddress = (): string =>
  (process.env.YIELDGATE_ORIGIN ?? `http://localhost:${process.env.NITRO_PORT ?? process.env.PORT ?? '3000'}`).replace(/\/+$/, '')
