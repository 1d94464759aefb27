import type { LabelType } from '../../core/kinds/label'
import type { PersonKey } from '../people'
import type { Vessel } from '../pictures'
import type { Random } from '../random'
import { feastAfter, isNesting, monthAfter, seasonOf } from '../season'

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

/** Each makes a post of its sort, true for the day on which it goes live. */
const MAKERS: ((random: Random, day: Date) => PostText)[] = [
  (r) => {
    const [boat, days, part] = [
      r.pick(BOATS),
      r.whole(3, 12),
      r.pick(['a new propeller', 'fresh paint below the waterline', 'her yearly survey', 'quieter bearings', 'new seats in the saloon']),
    ]
    return {
      title: `The ${boat} goes to the yard for ${days} days`,
      summary: `She gets ${part}. Another boat takes her sailings meanwhile.`,
      text: `The ${boat} leaves for the yard on Sunday night and comes back with ${part}.\nMeanwhile the sailings are kept by ${boat === 'Auk' ? 'the Petrel' : 'the Auk'}, with a little less room for cars. Allow ten minutes more.\n## Why now\nThe yard has time, and fewer people cross in these weeks. A year ago we waited until something broke, in the middle of the holidays; we do not want to do that again.\n## What changes for you\n- The times stay as they are.\n- Lorries need a place: ring the mate by noon on the day before.\n- The galley sells sandwiches and coffee, no hot food.\n- Step-free travel works as always; the crew meets you at the yellow sign.\nHer crew goes along to the yard for the first two days and comes home by train. If the work takes longer we say so in a [notice](/notices), with the day on which she is back.`,
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
      text: `On the quay at ${port} there are now ${count} more places for bicycles, under a roof of local larch.\nThe old racks have gone to the school. Bicycles left for more than a month are taken to the shed behind the ticket machine.\n## How it came about\nLast year we counted: on a fine morning there were twice as many bicycles as hooks, and the fence was full. The municipality paid half, and the sixth form built the benches.\n## Good to know\n1. The two wide places are for cargo bicycles.\n1. The pump belongs to all; leave it where it hangs.\n1. The lamps go out when the last boat has left.\nOn board bicycles still [travel free](ref:bicycles). Those who only come to the quay and go on by bus may leave theirs overnight.`,
      picture: { quay: true },
      labels: ['bicycles', port.toLowerCase().replace(' ', '-')],
      author: r.pick(WRITERS),
    }
  },
  (r, day) => {
    const [month, people, change] = [monthAfter(day, -r.whole(1, 2)), r.whole(31, 78) * 1000 + r.whole(0, 999), r.whole(1, 9)]
    return {
      title: `${people.toLocaleString('en-GB')} people crossed in ${month}`,
      summary: `That is ${change} in a hundred more than the year before.`,
      text: `In ${month} we carried ${people.toLocaleString('en-GB')} people, ${change} in a hundred more than a year ago.\n| Route | Share |\n| Larkholm – Vessa | ${r.whole(38, 46)} % |\n| Larkholm – Innermost | ${r.whole(20, 28)} % |\n| all others | the rest |\nOn time, within five minutes: ${r.whole(93, 99)} boats in a hundred.\n## What is behind the figures\nThe Vessa crossing grows because of the new school. On the other routes it is the bicycles: more people leave the car at home and ride on from the quay. Freight stayed as it was.\n## What we do with them\nWe count at the gangway, by hand, and the mate writes the number into the log. Petra adds them up and sets the timetable of the next season by them: where a boat was full on three Fridays, the next one sails earlier. The whole table can be had on paper, in the yellow house on the Long Quay.`,
      picture: { vessel: 'Auk' },
      labels: ['figures'],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [port, day] = [r.pick(PORT_NAMES), r.pick(['Saturday', 'Sunday'])]
    return {
      title: `Market ${day} at ${port}: extra boats`,
      summary: `Two more sailings each way, and room for trailers.`,
      text: `For the market at ${port} on ${day} we sail twice more in each direction.\n- Out at 09:00 and 10:30\n- Back at 15:15 and 17:00\nThe usual [fares](ref:fares) hold. Stallholders may board first.\n## On the quay\nThe lane for cars is closed from eight to six; drive on at the lower ramp and follow the flags. Bicycles stand behind the shed.\n## What there is\nHoney, wool, smoked fish, and the brass band at noon. The café of the line is open, and its soup is the same as on board. Dogs are welcome if they do not mind the geese.\nIf the wind is above fourteen metres a second the market is held in the school, and the extra boats sail all the same.`,
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
      text: `${name} came to the line as a deckhand and leaves as ${job}, after ${years} years and, by the log, some ${(years * 1900).toLocaleString('en-GB')} crossings.\n> I shall miss the mornings. Not the ropes. | ${name}, ${job}\nThere was cake on the car deck.\n## The first day and the last\nThe first was in fog, with a master who said nothing for three hours and then: “Good.” The last was in sunshine, with forty-two people on the quay, a flag in every window of the row of sheds, and the horn sounded three times although that is not allowed.\n## What comes now\nA small boat that leaks, two grandchildren, and the garden. And on some mornings, we hope, a seat in the bow, on the house. The place on board is taken over by someone who learned it all from ${name}.`,
      labels: ['people'],
      picture: { vessel: r.pick(BOATS) },
      author: r.pick(WRITERS),
    }
  },
  (r, day) => {
    const [boat, litres] = [r.pick(BOATS), r.whole(60, 190)]
    return {
      title: `The ${boat} now burns ${litres} litres less a day`,
      summary: 'Slower in the middle of the sound, on time at the quay.',
      text: `Since ${monthAfter(day, -2)} the ${boat} has sailed a knot slower in the middle of the crossing and been quicker at the quay.\nThat saves ${litres} litres of fuel a day and costs nobody a minute. The idea came from the engine room.\n## How it works\nWater pushes back harder the faster one goes: the last knot costs as much as the three before it. So the ${boat} leaves out the last knot, and the deckhands have the ropes ready before she lies still.\n## What we measured\nFor eight weeks the engineer wrote down the tank each evening. The best day was a Sunday without wind. On two days the boat was late, both times because of sheep.\nThe other boats follow when their engines have been set. What is saved goes into the new ramp at Tarn Head.`,
      picture: { vessel: boat },
      labels: ['environment'],
      author: r.pick(WRITERS),
    }
  },
  (r) => {
    const [port] = [r.pick(PORT_NAMES)]
    return {
      title: `A warmer waiting room at ${port}`,
      summary: 'New windows, a stove that works, and a shelf of books.',
      text: `The waiting room at ${port} has new windows and a stove that works. There is a shelf of books: take one, leave one.\nIt opens with the first boat and closes with the last.\n## Who built it\nTwo carpenters from the valley, in eleven days, while people waited under a sail. The benches are the old ones, planed and turned over.\n## What is where\n- The board with the next boats hangs beside the stove.\n- There is a socket at every second seat.\n- The toilet is behind the room, step-free, and warm.\n- Lost gloves hang on the line by the door.\nThe key is with the crew. Whoever comes before the first boat, because the bus was early, may ring the bridge from the telephone outside; someone comes down.`,
      labels: ['works', port.toLowerCase().replace(' ', '-')],
      picture: { quay: true },
      author: r.pick(WRITERS),
    }
  },
  (r, day) => {
    const [wish, count] = [r.pick(['mend', 'change']), r.whole(60, 240)]
    return {
      title: `${count} people told us what to ${wish} this ${seasonOf(day)}`,
      summary: 'What you asked for, and what we shall do about it.',
      text: `We asked, and ${count} of you answered.\n## What you want most\n1. A later boat on Fridays\n1. Soup on the short crossings\n1. Fewer loudspeaker messages\n## What we shall do\nThe soup is settled. The late boat comes in ${monthAfter(day, 2)}. About the loudspeaker we are talking with the masters.\n## What we cannot do\nA bridge was asked for eleven times. It is not ours to build. A boat every ten minutes was asked for once, by someone who signed with a drawing of a boat.\n## How we asked\nFor two weeks a box stood on each quay, and the question stood here. A third of the answers came on paper. We read all of them aloud in the office on the Long Quay, and it took an afternoon. Whoever left an address has an answer by now, from the person who has to do with it.`,
      picture: { quay: true },
      labels: ['figures', 'people'],
      author: r.pick(WRITERS),
    }
  },
  (r, day) => {
    const [bird, port, eggs] = [r.whole(0, 3), r.pick(PORT_NAMES), r.whole(2, 5)]
    const labels = ['environment', port.toLowerCase().replace(' ', '-')]
    if (!isNesting(day)) {
      const guests = ['Eiders', 'Purple sandpipers', 'Long-tailed ducks', 'Black guillemots'][bird]!
      return {
        title: `${guests} in the harbour at ${port}`,
        summary: 'They rest where the boats turn. We turn a little more slowly.',
        text: `${guests} have come into the harbour at ${port}, as they do each year when it blows outside. On some mornings ${eggs * 40} of them lie beside the quay.\n## What we do\nThe masters turn at half speed while the birds are there. That costs a minute, which we make up in the sound.\n## What you can do\n- Keep dogs on a lead on the quay.\n- Throw nothing into the water: bread makes them ill.\n- Bring a glass and look; there are two on the hooks in the waiting room.\nThe pupils of Innermost count them every Thursday, for the list of the whole coast. Whoever wants to count along is welcome at a quarter past two, at the end of the quay.`,
        labels,
        picture: { quay: true },
        author: r.pick(WRITERS),
      }
    }
    const nesting = ['Eiders', 'Terns', 'Oystercatchers', 'Black guillemots'][bird]!
    return {
      title: `${nesting} on the quay at ${port}`,
      summary: 'They nest where the trailers stand. We have moved the trailers.',
      text: `${nesting} have laid ${eggs} eggs beside the trailer lane at ${port}. Until they have hatched, trailers wait on the other side.\nPlease keep dogs on a lead and let the birds be late if they wish.\n## Why just there\nThe gravel is warm, and the crew frightens the gulls away. The deckhand who found the nest has put a bucket over the nearest lamp, so that it is dark at night.\n## How long it takes\nAbout four weeks. The mate looks every morning before the first boat and writes it into the log, under “Weather and other things”. When the young ones can walk, the boat waits until they have crossed the ramp; it has happened before, and nobody minded.`,
      labels,
      picture: { quay: true },
      author: r.pick(WRITERS),
    }
  },
  (r, day) => {
    const date = feastAfter(day)
    const players = ['Three fiddles and a harmonium', 'Two accordions and a drum', 'The brass band', 'The school choir']
    const [who, boat] = [r.pick(players), r.pick(BOATS)]
    return {
      title: `Music on the ${boat} on ${date}`,
      summary: `${who}, if they find room beside the stairs.`,
      text: `On ${date} there is music on board the ${boat}, on all crossings after noon.\nYou need no ticket beside your crossing. Those who want quiet find it in the bow.\n## Who plays\n${who} from the five ports, who have met on Tuesdays since the autumn, each time in another village. They play what they know, and what you ask for if they know that.\n## What to eat\nThe galley makes waffles from one until they are gone. Bring your own cup and it costs less.\n## Getting home\nThe last boats sail as on a Saturday. Whoever misses them because of the last dance finds a bed at the rectory at Vessa; knock loudly.`,
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
      text: `From the turn of the season a car costs ${price} kr more on the longer routes. Foot passengers, bicycles and children pay what they paid.\nThe money goes to fuel and to the new ramp at Tarn Head. The [fares page](ref:cars) has every figure.\n## Why now\nFuel costs a fifth more than two years ago, and the old ramp has been mended eleven times. The board looked at three ways to pay for it; this is the one that leaves out those who have no choice.\n## What stays\n- The ten-trip card costs as much as seven crossings, as before.\n- Cards that were bought earlier hold to their last hole.\n- The short routes cost what they cost.\n## When you think that is wrong\nWrite to the board, or come to its meeting on the first Monday of the month, in the hall at Vessa. There is half an hour for questions, and the minutes are public.`,
      picture: { vessel: 'Petrel' },
      labels: ['fares-news'],
      author: r.pick(WRITERS),
    }
  },
]

/** The posts of the scenario, in the order of their days; `count` in all. `dayOf` says when each of them goes live. */
export function makePosts(random: Random, count: number, dayOf: (index: number) => Date): PostText[] {
  const posts = Array.from({ length: Math.max(0, count - series.length) }, (): PostText | null => null)
  series.forEach((post, index) => posts.splice(Math.floor(((index + 1) * posts.length) / (series.length + 2)), 0, post))
  const titles = new Set<string>()
  let turn = 0
  return posts.flatMap((known, index) => {
    if (known) return known
    // As many sentences as there are differ in so many ways: what comes too often is left out.
    for (const last = turn + 40; turn < last;) {
      const post = MAKERS[turn++ % MAKERS.length]!(random, dayOf(index))
      if (titles.has(post.title)) continue
      titles.add(post.title)
      return post
    }
    return []
  })
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

/** The notices of the scenario, true for the day on which they are written. */
export const noticesOn = (day: Date): NoticeText[] => [
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
    summary: `One more crossing from Larkholm to Vessa on Fridays in ${monthAfter(day, 0)}.`,
    text: `An extra boat leaves the Long Quay at 21:30 on Fridays in ${monthAfter(day, 0)} and comes back at 22:20.`,
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
