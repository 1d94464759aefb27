import { chromium } from '@playwright/test'
import { launchOptions } from '/work/main/scripts/chromium.mjs'
export const b = await chromium.launch(launchOptions())
export const open = async (email: string, size = { width: 1280, height: 800 }) => {
  const c = await b.newContext({ baseURL: 'http://127.0.0.1:3600', viewport: size })
  await c.request.post('/api/v1/session', { data: { email: email + '@larkholm.example', password: 'five ports three boats' } })
  const p = await c.newPage(); p.on('console', (m) => m.type() === 'error' && console.log('ERR', m.text())); p.on('pageerror', (e) => console.log('PAGEERR', e.message)); return p
}
