// Which Chromium the interface is tested and measured in.
import { existsSync } from 'node:fs'

/**
 * Debian's packages of it, by preference: the shell is the same engine without windows, a third quicker where there is no
 * screen; the whole browser does as well.
 */
export const PACKAGES = ['chromium-headless-shell', 'chromium']

/** The path of the Chromium that `YIELDGATE_CHROMIUM` names, else of the first that is installed; `undefined` where none is. */
export const findChromium = () =>
  process.env.YIELDGATE_CHROMIUM ?? PACKAGES.map((name) => `/usr/bin/${name}`).find((path) => existsSync(path))

/** How it is started, as Playwright takes it: without a screen, and without asking the network for anything of its own. */
export const launchOptions = () => ({
  executablePath: findChromium(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
