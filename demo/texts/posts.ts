import type { LabelType } from '../../core/kinds/label'
import type { PersonKey } from '../people'
import type { Vessel } from '../pictures'
import type { Random } from '../random'

/** A post of the scenario. */
export interface PostText {
  title: string
  summary: string
  text: string
  labels: string[]
  picture?: { vessel: Vessel } | { quay: true }
  author: PersonKey
  series?: { key: string; part: number }
}

const WRITERS: PersonKey[] = ['anton', 'wen', 'sorley', 'petra']
const PORT_NAMES = ['Larkholm', 'Vessa', 'Innermost', 'Grey Skerry', 'Tarn Head'] as const
const BOATS: Vessel[] = ['Auk', 'Petrel', 'Tystie']

const AUK_DAY = [
  [
    'Before the first boat',
    'The engineer is on board at half past four. She starts the pumps, listens, and pours the first of many coffees.',
  ],
  [
    'The school crossing',
    'Sixty-two pupils, eleven of them asleep. The mate knows which ones need to be woken at Vessa and which at the bell.',
  ],
  [
    'A lorry full of bees',
    'Forty hives for the heather on Innermost. They travel on the open deck, last on and first off, and everybody walks round them.',
  ],
  ['Lunch for nine', 'Fish soup, as on every Wednesday. The cook has made it since 2009 and will not say what is in it.'],
  [
    'Fog',
    'The sound is two miles wide and this afternoon we see forty metres of it. The master slows to six knots and opens the window to listen.',
  ],
  ['Lights out', 'The last car drives off at twenty past eight. Then hoses, ropes, the log, and a boat that ticks as it cools.'],
] as const
const WALKS = [
  ['Larkholm in an hour', 'From the Long Quay round the old wall, past the rope walk, and back along the water.'],
  ['Vessa to the north light', 'Two hours there and back on a path through bog myrtle; take boots.'],
  ['The mill race at Innermost', 'A short walk for small legs, with a bridge to throw sticks from.'],
  ['All of Grey Skerry', 'It takes forty minutes to see all of it and a day to be done.'],
  ['Tarn Head and the slate stairs', 'Three hundred and twelve steps up, and the whole sound below you.'],
] as const

const series: PostText[] = [
  ...AUK_DAY.map(([title, text], index): PostText => ({
    title: `A day on the Auk: ${title.toLowerCase()}`,
    summary: text.split('. ')[0]! + '.',
    text: `${text}\nThis is part ${index + 1} of six about one ordinary Wednesday in the life of [our broadest boat](ref:auk).\n> You get to know the sound by its sounds. | Kari, mate of the Auk`,
    labels: ['people', 'larkholm'],
    picture: { vessel: 'Auk' },
    author: 'sorley',
    series: { key: 'auk-day', part: index + 1 },
  })),
  ...WALKS.map(([title, text], index): PostText => ({
    title,
    summary: text,
    text: `${text}\n## How to get there\nTake the boat, of course; the [timetables](ref:timetables) say when. All our ports have a map on the quay.\n- Bring water.\n- Close the gates.\n- Be back twenty minutes before the boat.`,
    labels: ['walks', PORT_NAMES[index]!.toLowerCase().replace(' ', '-')],
    picture: { quay: true },
    author: 'wen',
    series: { key: 'five-walks', part: index + 1 },
  })),
]

const MAKERS: ((random: Random) => PostText)[] = [
  (r) => {
    const [boat, days, part] = [
      r.pick(BOATS),
      r.whole(3, 12),
      r.pick(['a new propeller', 'fresh paint below the waterline', 'her yearly survey', 'quieter bearings', 'new seats in the saloon']),
    ]
    return {
      title: `The ${boat} goes to the yard for ${days} days`,
      summary: `She gets ${part}. Another boat takes her sailings meanwhile.`,
      text: `The ${boat} leaves for the yard on Sunday night and comes back with ${part}.\nMeanwhile the sailings are kept by ${boat === 'Auk' ? 'the Petrel' : 'the Auk'}, with a little less room for cars. Allow ten minutes more.\n## Why now\nThe yard has time, and fewer people cross in these weeks.`,
      labels: ['works'],
      picture: { vessel: boat },
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [port, count] = [r.pick(PORT_NAMES), r.whole(4, 40)]
    return {
      title: `${count} new places for bicycles at ${port}`,
      summary: `Under a roof, and lit at night.`,
      text: `On the quay at ${port} there are now ${count} more places for bicycles, under a roof of local larch.\nThe old racks have gone to the school. Bicycles left for more than a month are taken to the shed behind the ticket machine.`,
      labels: ['bicycles', port.toLowerCase().replace(' ', '-')],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [month, people, change] = [
      r.pick(['January', 'March', 'May', 'July', 'September', 'November']),
      r.whole(31, 78) * 1000 + r.whole(0, 999),
      r.whole(1, 9),
    ]
    return {
      title: `${people.toLocaleString('en-GB')} people crossed in ${month}`,
      summary: `That is ${change} in a hundred more than the year before.`,
      text: `In ${month} we carried ${people.toLocaleString('en-GB')} people, ${change} in a hundred more than a year ago.\n| Route | Share |\n| Larkholm – Vessa | ${r.whole(38, 46)} % |\n| Larkholm – Innermost | ${r.whole(20, 28)} % |\n| all others | the rest |\nOn time, within five minutes: ${r.whole(93, 99)} boats in a hundred.`,
      labels: ['figures'],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [port, day] = [r.pick(PORT_NAMES), r.pick(['Saturday', 'Sunday'])]
    return {
      title: `Market ${day} at ${port}: extra boats`,
      summary: `Two more sailings each way, and room for trailers.`,
      text: `For the market at ${port} on ${day} we sail twice more in each direction.\n- Out at 09:00 and 10:30\n- Back at 15:15 and 17:00\nThe usual [fares](ref:fares) hold. Stallholders may board first.`,
      labels: ['events', port.toLowerCase().replace(' ', '-')],
      picture: { quay: true },
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [name, job, years] = [
      r.pick(['Ragna', 'Tomas', 'Eilif', 'Signe', 'Oskar', 'Juno']),
      r.pick(['master', 'mate', 'engineer', 'cook', 'deckhand']),
      r.whole(18, 43),
    ]
    return {
      title: `${name} goes ashore after ${years} years`,
      summary: `Our ${job} has made her last crossing; the whole quay was there.`.replace('her', 'a'),
      text: `${name} came to the line as a deckhand and leaves as ${job}, after ${years} years and, by the log, some ${(years * 1900).toLocaleString('en-GB')} crossings.\n> I shall miss the mornings. Not the ropes. | ${name}, ${job}\nThere was cake on the car deck.`,
      labels: ['people'],
      picture: { vessel: r.pick(BOATS) },
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [boat, litres] = [r.pick(BOATS), r.whole(60, 190)]
    return {
      title: `The ${boat} now burns ${litres} litres less a day`,
      summary: 'Slower in the middle of the sound, on time at the quay.',
      text: `Since spring the ${boat} has sailed a knot slower in the middle of the crossing and been quicker at the quay.\nThat saves ${litres} litres of fuel a day and costs nobody a minute. The idea came from the engine room.`,
      labels: ['environment'],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [port] = [r.pick(PORT_NAMES)]
    return {
      title: `A warmer waiting room at ${port}`,
      summary: 'New windows, a stove that works, and a shelf of books.',
      text: `The waiting room at ${port} has new windows and a stove that works. There is a shelf of books: take one, leave one.\nIt opens with the first boat and closes with the last.`,
      labels: ['works', port.toLowerCase().replace(' ', '-')],
      picture: { quay: true },
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [season, count] = [r.pick(['spring', 'autumn']), r.whole(60, 240)]
    return {
      title: `${count} people told us what to mend this ${season}`,
      summary: 'What you asked for, and what we shall do about it.',
      text: `We asked, and ${count} of you answered.\n## What you want most\n1. A later boat on Fridays\n1. Soup on the short crossings\n1. Fewer loudspeaker messages\n## What we shall do\nThe soup is settled. The late boat comes in June. About the loudspeaker we are talking with the masters.`,
      labels: ['figures', 'people'],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [bird, port] = [r.pick(['Eiders', 'Terns', 'Oystercatchers', 'Black guillemots']), r.pick(PORT_NAMES)]
    return {
      title: `${bird} on the quay at ${port}`,
      summary: 'They nest where the trailers stand. We have moved the trailers.',
      text: `${bird} have laid ${r.whole(2, 5)} eggs beside the trailer lane at ${port}. Until they have hatched, trailers wait on the other side.\nPlease keep dogs on a lead and let the birds be late if they wish.`,
      labels: ['environment', port.toLowerCase().replace(' ', '-')],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [date, boat] = [r.pick(['17 May', 'Midsummer Eve', 'Harvest Sunday', 'St Lucy’s Day']), r.pick(BOATS)]
    return {
      title: `Music on the ${boat} on ${date}`,
      summary: 'Three fiddles and a harmonium, if they get it up the stairs.',
      text: `On ${date} there is music on board the ${boat}, on all crossings after noon.\nYou need no ticket beside your crossing. Those who want quiet find it in the bow.`,
      labels: ['events'],
      picture: { vessel: boat },
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const price = r.whole(4, 9)
    return {
      title: `What ${price} kroner more for a car pays for`,
      summary: 'Why some fares rise, and which do not.',
      text: `From the turn of the season a car costs ${price} kr more on the longer routes. Foot passengers, bicycles and children pay what they paid.\nThe money goes to fuel and to the new ramp at Tarn Head. The [fares page](ref:cars) has every figure.`,
      labels: ['fares-news'],
      author: r.pick(WRITERS),
    }
  },
]

/** The posts of the scenario, in the order of their days; `count` in all. */
export function makePosts(random: Random, count: number): PostText[] {
  const titles = new Set<string>()
  const posts: PostText[] = []
  for (let turn = 0; posts.length < count - series.length && turn < count * 40; turn++) {
    const post = MAKERS[turn % MAKERS.length]!(random)
    if (titles.has(post.title)) continue
    titles.add(post.title)
    posts.push(post)
  }
  series.forEach((post, index) => posts.splice(Math.floor(((index + 1) * posts.length) / (series.length + 2)), 0, post))
  return posts
}

/** The labels, each with the category that it is a part of, which comes before it. */
export const LABELS: readonly [type: LabelType, key: string, title: string, broader?: string][] = [
  ['category', 'company', 'The company'],
  ['category', 'works', 'Works'],
  ['category', 'people', 'People', 'company'],
  ['category', 'environment', 'Environment', 'company'],
  ['category', 'events', 'Events'],
  ['category', 'figures', 'Figures', 'company'],
  ['category', 'fares-news', 'About fares'],
  ['tag', 'larkholm', 'Larkholm'],
  ['tag', 'vessa', 'Vessa'],
  ['tag', 'innermost', 'Innermost'],
  ['tag', 'grey-skerry', 'Grey Skerry'],
  ['tag', 'tarn-head', 'Tarn Head'],
  ['tag', 'bicycles', 'Bicycles'],
  ['tag', 'walks', 'Walks'],
  ['series', 'auk-day', 'A day on the Auk'],
  ['series', 'five-walks', 'Five ports, five walks'],
]

export interface NoticeText {
  title: string
  level: 'information' | 'warning' | 'urgent'
  summary: string
  text: string
}

export const NOTICES: NoticeText[] = [
  {
    title: 'Tystie out of service for hull work',
    level: 'warning',
    summary: 'Until Sunday evening the Petrel keeps the Grey Skerry sailings, at the outer steps.',
    text: 'The Tystie is on the slip until Sunday. The Petrel sails in her place and lies at the outer steps, where the swell can be felt.\nNo bicycles on this crossing meanwhile.',
  },
  {
    title: 'Card machine on the Slate Quay is broken',
    level: 'information',
    summary: 'Pay on board until it is mended.',
    text: 'The machine at Tarn Head takes no cards. Pay on board; there is no extra cost.',
  },
  {
    title: 'Ramp at Innermost closed from ten to noon',
    level: 'warning',
    summary: 'On Thursday no cars from ten to noon.',
    text: 'The ramp is greased on Thursday. Foot passengers board as usual; cars take the boat before or after.',
  },
  {
    title: 'Extra Friday boat at 21:30',
    level: 'information',
    summary: 'One more crossing from Larkholm to Vessa on Fridays in July.',
    text: 'An extra boat leaves the Long Quay at 21:30 on Fridays in July and comes back at 22:20.',
  },
  {
    title: 'Thick fog: boats run slower',
    level: 'warning',
    summary: 'Allow a quarter of an hour more this morning.',
    text: 'There is fog over the whole sound. Boats run at half speed until it lifts.',
  },
  {
    title: 'No hot food on the Petrel this week',
    level: 'information',
    summary: 'The galley gets a new stove.',
    text: 'The galley is being rebuilt. Sandwiches and coffee are sold from a table.',
  },
]
