import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import sharp from 'sharp'
import type { Client, Team, TestServer } from '../support/server'
import { colleagueOf, foundTeam, startServer } from '../support/server'

let server: TestServer
let team: Team
beforeAll(async () => {
  server = await startServer()
  team = await foundTeam(server)
})
afterAll(() => server.stop())

interface Media {
  id: string
  width: number
  height: number
  name: string
  type: string
  file?: { name: string; type: string; size: number }
  part: { of: string; crop: object } | null
  reasons?: { code: string }[]
}
const upload = (client: Client, bytes: Uint8Array | string, name: string) => {
  const form = new FormData()
  form.append('file', new Blob([typeof bytes === 'string' ? bytes : Uint8Array.from(bytes)]), name)
  return client.ask<Media>('POST', '/media', { raw: form })
}
const PDF = '%PDF-1.7\n1 0 obj << /Type /Catalog >> endobj\n%%EOF\n'
const get = (path: string, cookie?: string) => fetch(server.origin + path, { headers: cookie ? { cookie } : {}, redirect: 'manual' })
/** A picture red on its left half and blue on its right. */
const twoHalves = async () => {
  const half = (background: string) =>
    sharp({ create: { width: 400, height: 400, channels: 3, background } })
      .png()
      .toBuffer()
  return sharp({ create: { width: 800, height: 400, channels: 3, background: '#ff0000' } })
    .composite([{ input: await half('#0000ff'), left: 400, top: 0 }])
    .png()
    .toBuffer()
}

describe('documents', () => {
  it('are taken by what their bytes are, and named after that', async () => {
    const pdf = await upload(team.writer, PDF, 'Winter timetable.exe')
    expect(pdf.body).toMatchObject({ width: 0, file: { name: 'Winter timetable.pdf', type: 'application/pdf', size: PDF.length } })
    const csv = await upload(team.writer, 'port,opens\nVessa,06:00\n', 'ports.csv')
    expect(csv.body.file?.type).toBe('text/csv; charset=utf-8')
    for (const [bytes, name] of [
      ['MZ\u0090\u0000', 'program.pdf'],
      ['<html><script>alert(1)</script>', 'page.html'],
      [Uint8Array.from([0xff, 0xfe, 0x00, 0xd8]), 'broken.csv'],
      ['PK\u0003\u0004 not an office file', 'letter.docx'],
    ] as const)
      expect((await upload(team.writer, bytes, name)).status).toBe(415)
  })
  it('have a bound of their own', async () => {
    const large = await upload(team.writer, `${PDF}${' '.repeat(20 * 1024 * 1024)}`, 'large.pdf')
    expect([large.status, large.body.reasons?.[0]?.code]).toEqual([413, 'document-large'])
  })
  it('reach readers while a live text links to them, and can run nothing', async () => {
    const { id } = (await upload(team.writer, PDF, 'Leaflet.pdf')).body
    const path = `/media/${id}/file/Leaflet.pdf`
    expect((await get(path)).status).toBe(404)
    const made = await team.writer.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: {
        kind: 'post',
        section: team.section,
        title: 'With a leaflet',
        content: { body: [{ id: 'para', kind: 'paragraph', text: [{ text: 'Leaflet', href: `media:${id}` }] }] },
      },
    })
    await team.writer.need('POST', `/drafts/${made.draft}/send`, { body: {}, ifMatch: made.version })
    await team.reviewer.need('POST', `/drafts/${made.draft}/clear`, { body: { gate: 'review' }, ifMatch: made.version })
    await team.publisher.need('POST', `/drafts/${made.draft}/put-live`, { body: {}, ifMatch: made.version })
    expect(await (await get('/posts/with-a-leaflet')).text()).toContain(`href="${path}" type="application/pdf" data-file="PDF, 1 kB"`)
    const answer = await get(path)
    expect(answer.status).toBe(200)
    expect(await answer.text()).toBe(PDF)
    expect(answer.headers.get('content-disposition')).toBe("inline; filename*=UTF-8''Leaflet.pdf")
    expect(answer.headers.get('content-security-policy')).toContain('sandbox')
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
    await team.publisher.need('POST', `/items/${made.item}/withdraw`, { ifMatch: made.version })
    expect((await get(path)).status).toBe(404)
  })
  it('come with a shared link where its pages show them, as they come to readers, and no others do', async () => {
    const [shown, other] = await Promise.all(['Shown.pdf', 'Other.pdf'].map(async (name) => (await upload(team.writer, PDF, name)).body.id))
    const made = await team.writer.need<{ draft: string }>('POST', '/items', {
      body: {
        kind: 'post',
        section: team.section,
        title: 'For a partner',
        content: { body: [{ id: 'para', kind: 'paragraph', text: [{ text: 'Shown', href: `media:${shown}` }] }] },
      },
    })
    const until = { date: new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10), time: '12:00' }
    const { url } = await team.publisher.need<{ url: string }>('POST', '/share-links', {
      body: { sight: { shows: 'draft', draft: made.draft }, until },
    })
    const path = new URL(url).pathname
    const link = `${path}media/${shown}/file/Shown.pdf`
    expect((await get(link)).status).toBe(404)
    expect(await (await get(`${path}posts/for-a-partner`)).text()).toContain(`href="${link}"`)
    const answer = await get(link)
    expect([answer.status, await answer.text()]).toEqual([200, PDF])
    expect(answer.headers.get('content-disposition')).toBe("inline; filename*=UTF-8''Shown.pdf")
    expect(answer.headers.get('content-security-policy')).toContain('sandbox')
    // What whoever has the link writes into an address shows no file, however the page repeats it.
    for (const words of [`/media/${other}/x`, ` src="/media/${other}/x"`, `x, /media/${other}/x`]) {
      const search = await get(`${path}search?q=${encodeURIComponent(words)}`)
      expect([search.status, await search.text()]).toEqual([200, expect.stringContaining(other!)])
      expect((await get(`${path}${encodeURIComponent(words)}`)).status).toBe(404)
    }
    expect((await get(`${path}media/${other}/x`)).status).toBe(404)
    expect((await get(`${path}media/${other}/file/Other.pdf`)).status).toBe(404)
  })
})

describe('pictures', () => {
  it('come in three formats at each width, by their bytes', async () => {
    const { id } = (await upload(team.writer, await twoHalves(), 'halves.png')).body
    for (const [end, type, format] of [
      ['avif', 'image/avif', 'heif'],
      ['webp', 'image/webp', 'webp'],
      ['jpg', 'image/jpeg', 'jpeg'],
    ] as const) {
      const answer = await get(`/media/${id}/480.${end}`, team.writer.session)
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, type])
      const metadata = await sharp(Buffer.from(await answer.arrayBuffer())).metadata()
      expect([metadata.format, metadata.width]).toEqual([format, 480])
    }
    expect((await get(`/media/${id}/480.png`, team.writer.session)).status).toBe(404)
    expect((await get(`/media/${id}/file/halves.png`, team.writer.session)).status).toBe(404)
  })
  it('are cut without loss of the whole; a part of a part is taken from the whole', async () => {
    const whole = (await upload(team.writer, await twoHalves(), 'halves.png')).body
    const cut = (id: string, body: object) => team.writer.ask<Media>('POST', `/media/${id}/crop`, { body })
    const right = (await cut(whole.id, { left: 500, top: 0, width: 200, height: 100 })).body
    expect(right).toMatchObject({ width: 200, height: 100, part: { of: whole.id, crop: { left: 500, top: 0, width: 200, height: 100 } } })
    const bytes = Buffer.from(await (await get(`/media/${right.id}/200.jpg`, team.writer.session)).arrayBuffer())
    const { dominant } = await sharp(bytes).stats()
    expect(dominant.b).toBeGreaterThan(200)
    expect(dominant.r).toBeLessThan(50)
    const left = (await cut(right.id, { left: 0, top: 0, width: 300, height: 300 })).body
    expect(left.part).toEqual({ of: whole.id, crop: { left: 0, top: 0, width: 300, height: 300 } })
    expect((await cut(right.id, { left: 0, top: 0, width: 800, height: 400 })).body.id).toBe(whole.id)
    expect((await cut(whole.id, { left: 700, top: 0, width: 200, height: 100 })).body.reasons?.[0]?.code).toBe('crop-outside')
    const pdf = (await upload(team.writer, PDF, 'x.pdf')).body
    expect((await cut(pdf.id, { left: 0, top: 0, width: 20, height: 20 })).body.reasons?.[0]?.code).toBe('not-a-picture')
  })
  it('the same part asked for again is the one there is', async () => {
    const whole = (await upload(team.writer, await twoHalves(), 'twice.png')).body
    const cut = () => team.writer.need<Media>('POST', `/media/${whole.id}/crop`, { body: { left: 0, top: 0, width: 100, height: 50 } })
    expect((await cut()).id).toBe((await cut()).id)
  })
  it('that are not on the site are for whoever may see work, and for nobody else who signs in', async () => {
    const { id } = (await upload(team.writer, await twoHalves(), 'unseen.png')).body
    const { client: nobody } = await colleagueOf(team.founder, { name: 'Nobody yet', email: 'nobody@larkholm.example', roles: [] })
    expect((await get(`/media/${id}/480.webp`, team.reviewer.session)).status).toBe(200)
    expect((await get(`/media/${id}/480.webp`, nobody.session)).status).toBe(404)
    expect((await nobody.ask('GET', '/media')).status).toBe(403)
    expect((await nobody.ask('GET', `/media/${id}`)).status).toBe(403)
  })
  it('are found by words of their name, whole ones alone, by sort and newest first', async () => {
    const first = (await upload(team.writer, await twoHalves(), 'Quay at 50% ebb.png')).body
    const second = (await upload(team.writer, await twoHalves(), 'Quay at flood.png')).body
    await team.writer.need('POST', `/media/${first.id}/crop`, { body: { left: 0, top: 0, width: 100, height: 100 } })
    await upload(team.writer, PDF, 'Quay rules.pdf')
    const names = async (query: string) =>
      (await team.writer.need<{ media: Media[] }>('GET', `/media?${query}`)).media.map(({ name }) => name)
    expect(await names('text=quay&sort=picture')).toEqual(['Quay at flood.png', 'Quay at 50 ebb.png'])
    expect(await names('text=quay&sort=document')).toEqual(['Quay rules.pdf'])
    expect(await names('text=%25')).toEqual([])
    expect(await names('text=quay&limit=1')).toHaveLength(1)
    expect((await team.writer.ask('GET', '/media?limit=51')).status).toBe(400)
    expect((await team.writer.need<Media>('GET', `/media/${second.id}`)).part).toBeNull()
  })
})

describe('what a place refuses', () => {
  it('is said, and nothing is saved', async () => {
    const body = (caption: object[]) => ({
      kind: 'post',
      section: team.section,
      title: 'Captioned',
      content: { body: [{ id: 'pict', kind: 'picture', media: null, alt: '', decorative: false, caption }] },
    })
    const refused = await team.writer.ask<{ detail: string }>('POST', '/items', { body: body([{ text: 'here', href: '/fares' }]) })
    expect(refused.status).toBe(400)
    expect(JSON.stringify(refused.body)).toContain('A caption takes no links')
    expect((await team.writer.ask('POST', '/items', { body: body([{ text: 'here', marks: ['bold'] }]) })).status).toBe(200)
  })
  it('a page of more than 200,000 words is refused, and the one before stays', async () => {
    const made = await team.writer.need<{ item: string; draft: string; version: string }>('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Very long' },
    })
    let base = made.version
    let refused = { status: 0, code: '' }
    for (let part = 0; part < 8 && !refused.status; part++) {
      const block = { id: `part${part}`, kind: 'paragraph', text: [{ text: 'ab '.repeat(30_000) }] }
      const answer = await team.writer.ask<{ version: string; reasons: { code: string }[] }>('POST', `/drafts/${made.draft}/edits`, {
        body: { base, edits: [{ op: 'insert', block, after: part ? `part${part - 1}` : null }] },
      })
      if (answer.status === 200) base = answer.body.version
      else refused = { status: answer.status, code: answer.body.reasons[0]!.code }
      if (part === 5) expect(answer.status).toBe(200)
    }
    expect(refused).toEqual({ status: 422, code: 'too-many-words' })
    const body = Array.from({ length: 8 }, (_, part) => ({ id: `part${part}`, kind: 'paragraph', text: [{ text: 'ab '.repeat(30_000) }] }))
    const begun = await team.writer.ask<{ reasons: { code: string }[] }>('POST', '/items', {
      body: { kind: 'page', section: team.section, title: 'Long from the start', content: { body } },
    })
    expect([begun.status, begun.body.reasons[0]!.code]).toEqual([422, 'too-many-words'])
    expect((await team.writer.need<{ draft: { head: string } }>('GET', `/items/${made.item}`)).draft.head).toBe(base)
  })
})

it('a post begins in the category that the site’s settings name, until its writer chooses', async () => {
  const label = await team.founder.need<{ item: string; draft: string; version: string }>('POST', '/items', {
    body: { kind: 'label', section: team.section, title: 'From the quay', content: { fields: { labelType: 'category' } }, sent: true },
  })
  const { items } = await team.founder.need<{ items: { id: string }[] }>('GET', '/items?kind=settings')
  const settings = items[0]!.id
  const { draft, head } = await team.founder.need<{ draft: string; head: string }>('POST', `/items/${settings}/drafts`, { body: {} })
  const saved = await team.founder.need<{ version: string }>('POST', `/drafts/${draft}/edits`, {
    body: { base: head, edits: [{ op: 'field', name: 'defaultCategory', value: label.item }] },
  })
  await team.founder.need('POST', `/drafts/${draft}/send`, { body: {}, ifMatch: saved.version })
  await team.founder.need('POST', `/drafts/${draft}/put-live`, { body: {}, ifMatch: saved.version })
  const labelsOf = async (fields: object) => {
    const made = await team.writer.need<{ item: string }>('POST', '/items', {
      body: { kind: 'post', section: team.section, title: 'Begun', content: { fields } },
    })
    return (await team.writer.need<{ draft: { content: { fields: { labels?: string[] } } } }>('GET', `/items/${made.item}`)).draft.content
      .fields.labels
  }
  expect(await labelsOf({})).toEqual([label.item])
  const other = '019747f9-c747-77a1-8c13-29af2d341d19'
  expect(await labelsOf({ labels: [other] })).toEqual([other])
})
