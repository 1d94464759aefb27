import sharp from 'sharp'
import type { Random } from './random'

const SKIES = [
  ['#cfe3ea', '#f4efe2'],
  ['#e9d7c3', '#f7efe0'],
  ['#9fb9c6', '#dfe7e6'],
  ['#27465a', '#8fa9b1'],
  ['#f2c9a1', '#f9ead2'],
] as const
const SEAS = ['#2f6475', '#1d4f5f', '#3f7b83', '#274c63', '#4d8893'] as const
const HULLS = { Auk: '#b5462f', Petrel: '#20506b', Tystie: '#2f3a3f' } as const
export type Vessel = keyof typeof HULLS

const hills = (random: Random, base: number, height: number, colour: string): string => {
  const points: string[] = []
  for (let x = 0; x <= 1600; x += 100) points.push(`${x},${base - random.next() * height}`)
  return `<path d="M0,${base} L${points.join(' L')} L1600,${base} Z" fill="${colour}"/>`
}
const waves = (random: Random, top: number): string =>
  Array.from({ length: 26 }, () => {
    const [x, y, w] = [random.whole(0, 1560), random.whole(top + 20, 880), random.whole(40, 180)]
    return `<path d="M${x},${y} q${w / 4},-7 ${w / 2},0 t${w / 2},0" fill="none" stroke="#fff" stroke-opacity="0.28" stroke-width="3"/>`
  }).join('')
const boat = (x: number, y: number, scale: number, hull: string): string =>
  `<g transform="translate(${x} ${y}) scale(${scale})"><path d="M0,60 L330,60 L300,118 L36,118 Z" fill="${hull}"/><rect x="44" y="18" width="220" height="44" fill="#f7f4ec"/><rect x="70" y="-16" width="120" height="36" fill="#f7f4ec"/><rect x="196" y="-34" width="34" height="54" fill="${hull}"/><g fill="#36525f">${[58, 92, 126, 160, 194, 228].map((left) => `<rect x="${left}" y="30" width="22" height="16" rx="3"/>`).join('')}<rect x="80" y="-6" width="100" height="12" rx="3"/></g></g>`
const house = (x: number, y: number, w: number, colour: string): string =>
  `<g transform="translate(${x} ${y})"><rect width="${w}" height="${w * 0.7}" fill="${colour}"/><path d="M-6,0 L${w / 2},${-w * 0.45} L${w + 6},0 Z" fill="#4a3f3a"/><rect x="${w * 0.2}" y="${w * 0.25}" width="${w * 0.2}" height="${w * 0.22}" fill="#f4ecd8"/><rect x="${w * 0.6}" y="${w * 0.25}" width="${w * 0.2}" height="${w * 0.22}" fill="#f4ecd8"/></g>`

/** A drawn view of the sound as PNG bytes: sky, hills, sea, and either a boat of ours or a quay with houses. */
export function drawScene(random: Random, what: { vessel: Vessel } | { quay: true }): Promise<Buffer> {
  const [high, low] = random.pick(SKIES)
  const horizon = random.whole(420, 520)
  const sun = `<circle cx="${random.whole(200, 1400)}" cy="${random.whole(110, 260)}" r="58" fill="#fff6dd" opacity="0.85"/>`
  const subject =
    'vessel' in what
      ? boat(random.whole(320, 760), horizon + random.whole(40, 120), random.whole(16, 22) / 10, HULLS[what.vessel])
      : `<rect y="${horizon + 130}" width="1600" height="46" fill="#6b5f55"/><rect y="${horizon + 176}" width="1600" height="260" fill="#51483f"/>${['#b5462f', '#d6a24a', '#e8e2d2', '#7d8f86', '#9a5b3d', '#c9b48a', '#5d7480'].map((colour, index) => house(120 + index * 205 + random.whole(-20, 20), horizon + 130 - 98, 140, colour)).join('')}`
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1600 900" width="1600" height="900"><defs><linearGradient id="s" x2="0" y2="1"><stop stop-color="${high}"/><stop offset="1" stop-color="${low}"/></linearGradient></defs><rect width="1600" height="900" fill="url(#s)"/>${sun}${hills(random, horizon, 190, '#7f979d')}${hills(random, horizon, 110, '#5f7a7f')}<rect y="${horizon}" width="1600" height="${900 - horizon}" fill="${random.pick(SEAS)}"/>${waves(random, horizon)}${subject}</svg>`
  return sharp(Buffer.from(svg)).png({ compressionLevel: 3 }).toBuffer()
}
