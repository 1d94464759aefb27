import type { SectionName } from '../people'
import type { Vessel } from '../pictures'

/** A page of the scenario; `text` is the small script of `demo/prose.ts`. */
export interface PageText {
  key: string
  parent?: string
  section: SectionName
  title: string
  menu?: string
  summary: string
  text: string
  picture?: { vessel: Vessel } | { quay: true }
  order: number
  inMenus?: boolean
}

const PORTS = [
  {
    key: 'larkholm',
    name: 'Larkholm',
    quay: 'the Long Quay',
    bus: 'Bus 4 from the railway station every twenty minutes',
    walk: 'twelve minutes from the market square',
    shelter: 'a heated waiting room, a café and lockers',
    depth: '7.5 m',
  },
  {
    key: 'vessa',
    name: 'Vessa',
    quay: 'the East Quay',
    bus: 'The island bus meets each boat but the last',
    walk: 'four minutes from the church',
    shelter: 'a heated waiting room',
    depth: '5.2 m',
  },
  {
    key: 'innermost',
    name: 'Innermost',
    quay: 'the School Quay',
    bus: 'The valley bus waits ten minutes for late boats',
    walk: 'a quarter of an hour from the mill',
    shelter: 'a waiting room, open from six to nine in the evening',
    depth: '4.8 m',
  },
  {
    key: 'grey-skerry',
    name: 'Grey Skerry',
    quay: 'the Lighthouse Steps',
    bus: 'There is no bus and no car on the skerry',
    walk: 'two minutes from every door',
    shelter: 'the keeper’s porch',
    depth: '3.6 m',
  },
  {
    key: 'tarn-head',
    name: 'Tarn Head',
    quay: 'the Slate Quay',
    bus: 'Bus 11 from the quarry village, hourly',
    walk: 'eight minutes downhill from the village',
    shelter: 'a waiting room and a kiosk in summer',
    depth: '6.1 m',
  },
] as const

const ROUTES = [
  {
    key: 'larkholm-vessa',
    from: 'Larkholm',
    to: 'Vessa',
    minutes: 35,
    boat: 'Auk',
    times: ['06:10', '07:40', '09:30', '12:15', '15:05', '17:20', '19:45'],
  },
  {
    key: 'larkholm-innermost',
    from: 'Larkholm',
    to: 'Innermost',
    minutes: 50,
    boat: 'Petrel',
    times: ['06:30', '08:45', '12:30', '16:00', '18:40'],
  },
  { key: 'vessa-grey-skerry', from: 'Vessa', to: 'Grey Skerry', minutes: 25, boat: 'Tystie', times: ['08:30', '11:00', '14:30', '17:00'] },
  { key: 'larkholm-tarn-head', from: 'Larkholm', to: 'Tarn Head', minutes: 70, boat: 'Petrel', times: ['07:10', '13:40', '19:10'] },
  { key: 'innermost-tarn-head', from: 'Innermost', to: 'Tarn Head', minutes: 30, boat: 'Tystie', times: ['09:40', '15:20'] },
  { key: 'vessa-innermost', from: 'Vessa', to: 'Innermost', minutes: 30, boat: 'Auk', times: ['10:30', '16:10'] },
] as const

const arrive = (time: string, minutes: number): string => {
  const total = Number(time.slice(0, 2)) * 60 + Number(time.slice(3)) + minutes
  return `${String(Math.floor(total / 60) % 24).padStart(2, '0')}:${String(total % 60).padStart(2, '0')}`
}
const timesTable = (route: (typeof ROUTES)[number], shift: number): string =>
  [
    '| Leaves | Arrives | Days |',
    ...route.times.map(
      (time, index) =>
        `| ${arrive(time, shift)} | ${arrive(time, shift + route.minutes)} | ${index === 0 ? 'Mondays to Fridays' : index === route.times.length - 1 ? 'daily but Saturdays' : 'daily'} |`,
    ),
  ].join('\n')

const timetables: PageText[] = ROUTES.flatMap((route, index): PageText[] => [
  {
    key: route.key,
    parent: 'timetables',
    section: 'Timetables',
    order: index,
    title: `${route.from} – ${route.to}`,
    picture: { vessel: route.boat },
    summary: `The ${route.boat} crosses from ${route.from} to ${route.to} in ${route.minutes} minutes.`,
    text: `The crossing takes ${route.minutes} minutes in fair weather. Cars should stand on the quay fifteen minutes before the boat leaves; foot passengers may board until the gangway is lifted.\n## Sailings now\n${timesTable(route, 0)}\nTimes in the other direction begin ten minutes after each arrival. See [what a crossing costs](ref:fares) and [how to read a timetable](ref:reading).`,
  },
  {
    key: `${route.key}-summer`,
    parent: route.key,
    section: 'Timetables',
    order: 1,
    title: `Summer timetable ${route.from} – ${route.to}`,
    menu: 'Summer',
    summary: `Sailings between ${route.from} and ${route.to} from 1 May to 30 September.`,
    text: `From 1 May to 30 September the boats run ten minutes later in the morning, so that the first train can be reached.\n${timesTable(route, 10)}\n- On 17 May the holiday timetable holds.\n- In July an extra boat leaves at 21:30 on Fridays.`,
  },
  {
    key: `${route.key}-winter`,
    parent: route.key,
    section: 'Timetables',
    order: 2,
    title: `Winter timetable ${route.from} – ${route.to}`,
    menu: 'Winter',
    summary: `Sailings between ${route.from} and ${route.to} from 1 October to 30 April.`,
    text: `From 1 October to 30 April the last boat leaves earlier, so that the crew has the light.\n${timesTable(route, 0)}\nIn strong wind from the north the master may wait or turn back. Look at the [notices](/notices) before you leave home.`,
  },
])

const ports: PageText[] = PORTS.flatMap((port, index): PageText[] => [
  {
    key: port.key,
    parent: 'ports',
    section: 'Ports & vessels',
    order: index,
    title: port.name,
    picture: { quay: true },
    summary: `Boats for ${port.name} lie at ${port.quay}, ${port.walk}.`,
    text: `Boats lie at ${port.quay}. On the quay there is ${port.shelter}.\n## On foot and by bus\n${port.bus}. It is ${port.walk}.\n## By car\nFollow the boat signs. Drive to the lane that shows your crossing and leave the engine off until the ramp is down.\n= Depth at the quay: ${port.depth}\n= Ramp: wide enough for lorries of 2.6 m\n= Step-free: ${port.key === 'grey-skerry' ? 'no, eleven steps from the boat' : 'yes, from the road to the saloon'}`,
  },
  {
    key: `to-${port.key}`,
    parent: port.key,
    section: 'Ports & vessels',
    order: 1,
    title: `Getting to ${port.name} quay`,
    menu: 'Getting here',
    summary: `How to reach the boat at ${port.name} by bus, by car and on foot.`,
    text: `${port.bus}. The stop is beside the ticket machine.\n1. Leave the bus at the last stop.\n1. Follow the yellow line on the ground.\n1. Wait under the roof until the crew waves you on.\nWith a wheelchair or a pram, ring the crew from the [quay telephone](tel:+4700000040) and someone comes to meet you. More about [step-free travel](ref:access).`,
  },
])

const vessels: PageText[] = (
  [
    ['Auk', 'the broad one', 2009, 48, 299, 'She carries most of the cars and is the slowest of the three.'],
    ['Petrel', 'the long one', 2016, 36, 240, 'She runs the long crossings and has the best view, from the bow.'],
    ['Tystie', 'the small one', 1987, 8, 97, 'She is the oldest, and the only one that can lie at the Lighthouse Steps.'],
  ] as const
).map(([name, nick, year, cars, people, text], index) => ({
  key: name.toLowerCase(),
  parent: 'ports',
  section: 'Ports & vessels',
  order: 10 + index,
  title: `The ${name}`,
  menu: name,
  picture: { vessel: name },
  summary: `Built in ${year}, the ${name} takes ${people} people and ${cars} cars.`,
  text: `The crew calls her ${nick}. ${text}\n= Built: ${year}\n= People: ${people}\n= Cars: ${cars}\n= Bicycles: as many as come\nHot food is sold on crossings of more than forty minutes. Dogs travel free, on the sheltered deck.`,
}))

const FARE_ROWS =
  '| Route | Car | Van | With trailer |\n| Larkholm – Vessa | 186 kr | 268 kr | 341 kr |\n| Larkholm – Innermost | 148 kr | 214 kr | 287 kr |\n| Vessa – Grey Skerry | no cars | < | < |\n| Larkholm – Tarn Head | 221 kr | 305 kr | 398 kr |'

export const PAGES: PageText[] = [
  {
    key: 'timetables',
    section: 'Timetables',
    order: 1,
    title: 'Timetables',
    summary: 'When our boats leave, on six routes between five ports.',
    picture: { vessel: 'Petrel' },
    text: 'Choose your crossing. Summer times hold from 1 May to 30 September, winter times for the rest of the year.\nIf the weather changes a sailing, a [notice](/notices) says so within minutes.',
  },
  ...timetables,
  {
    key: 'reading',
    parent: 'timetables',
    section: 'Timetables',
    order: 20,
    title: 'How to read a timetable',
    menu: 'How to read them',
    summary: 'What the marks and the footnotes in our timetables mean.',
    text: 'Times are local and on the 24-hour clock. The day begins at four in the morning, so a boat at 00:30 on Friday night is listed under Friday.\n= Daily: every day of the year but Christmas Day\n= Weekdays: Mondays to Fridays that are no public holidays\n= On call: ring the crew by noon the day before',
  },
  {
    key: 'holidays',
    parent: 'timetables',
    section: 'Timetables',
    order: 21,
    title: 'Public holidays',
    summary: 'Which timetable holds on which holiday.',
    text: '| Day | Timetable |\n| New Year’s Day | Sunday |\n| Maundy Thursday to Easter Monday | Sunday |\n| 1 May | Sunday |\n| 17 May | holiday, with extra boats |\n| Christmas Eve | Saturday, last boats at 15:00 |\n| Christmas Day | no boats |',
  },
  {
    key: 'night-boat',
    parent: 'timetables',
    section: 'Timetables',
    order: 22,
    title: 'The night boat',
    summary: 'On Fridays in summer a late boat brings concert-goers home.',
    text: 'From the first Friday in June to the last in August the Auk leaves Larkholm at 23:40 and calls at Vessa and Innermost.\nThere is no café on board; bring a pullover.',
  },
  {
    key: 'leaflets',
    parent: 'timetables',
    section: 'Timetables',
    order: 23,
    title: 'Timetable leaflets for print',
    menu: 'For print',
    summary: 'All timetables on one sheet, to fold and keep.',
    text: 'Leaflets lie on every quay and in the libraries of the sound. Each carries the date from which it holds; an older one is for the fire.\nFor your own printer: [winter on one sheet](media:leaflet).\n^ Times may change with the weather; the board on the quay knows first.',
  },

  {
    key: 'fares',
    section: 'Fares',
    order: 2,
    title: 'Fares',
    summary: 'What a crossing costs, for people, cars and bicycles.',
    picture: { quay: true },
    text: 'Fares depend on the route and on what you bring. Pay at the machine, on board, or with a card that saves a third.\n## The short of it\n| Who | One way |\n| Grown person | 62 kr |\n| From 16 to 19 | 40 kr |\n| Under six | free |\n| Bicycle | free |\nFor cars see [cars and vans](ref:cars).',
  },
  {
    key: 'foot',
    parent: 'fares',
    section: 'Fares',
    order: 1,
    title: 'Foot passengers',
    summary: 'Single, return and day fares for people on foot.',
    text: 'A single crossing costs the same on all short routes; the boat to Tarn Head costs half as much again.\n- Single: 62 kr\n- Return on the same day: 99 kr\n- All boats for a day: 150 kr',
  },
  {
    key: 'cars',
    parent: 'fares',
    section: 'Fares',
    order: 2,
    title: 'Cars and vans',
    summary: 'Fares for cars and vans up to six metres, driver included.',
    text: `Fares include the driver. Passengers pay the foot fare; children under six travel free.\n## What a crossing costs\n${FARE_ROWS}\n## Longer than six metres\nVehicles over six metres pay by the started metre. Measure with the tow bar and anything that overhangs. See [vehicles over six metres](ref:long).\n[[Buy a ten-trip card -> ref:ten-trip]]`,
  },
  {
    key: 'long',
    parent: 'fares',
    section: 'Fares',
    order: 3,
    title: 'Vehicles over six metres',
    summary: 'Lorries, coaches and campers pay by the metre.',
    text: 'Each started metre over six costs 48 kr on the short routes and 71 kr to Tarn Head.\nCoaches with more than twelve passengers pay as for ten metres, whatever their length.',
  },
  {
    key: 'bicycles',
    parent: 'fares',
    section: 'Fares',
    order: 4,
    title: 'Bicycles and prams',
    summary: 'They travel free, and there is nearly always room.',
    text: 'Bicycles, prams, sledges and handcarts travel free. On the Tystie there is room for six bicycles; the crew will say when she is full.',
  },
  {
    key: 'ten-trip',
    parent: 'fares',
    section: 'Fares',
    order: 5,
    title: 'Ten-trip card',
    summary: 'Ten crossings for the price of seven.',
    text: 'The card is good for a year and may be lent. It holds for one route; on a dearer one you pay the difference on board.\n- Foot: 434 kr\n- Car on the Vessa crossing: 1,302 kr',
  },
  {
    key: 'season',
    parent: 'fares',
    section: 'Fares',
    order: 6,
    title: 'Season card',
    summary: 'For those who cross every day.',
    text: 'A month costs 890 kr on foot. The card carries your name and a picture and cannot be lent.\nSchool pupils get theirs from the municipality.',
  },
  {
    key: 'young-old',
    parent: 'fares',
    section: 'Fares',
    order: 7,
    title: 'Children and older people',
    summary: 'Who travels free and who travels for less.',
    text: 'Under six: free. From six to fifteen: half. From 67: half, with any proof of age.\nA companion of someone with a companion card travels free.',
  },
  {
    key: 'groups',
    parent: 'fares',
    section: 'Fares',
    order: 8,
    title: 'Groups and schools',
    summary: 'Ten or more who travel together pay less.',
    text: 'Groups of ten or more pay a quarter less when they tell us two days before. School classes on an outing pay 20 kr a head.',
  },
  {
    key: 'refunds',
    parent: 'fares',
    section: 'Fares',
    order: 9,
    title: 'Refunds and changes',
    summary: 'What you get back when a boat does not sail.',
    text: 'When we cancel a sailing you get the whole fare back, or the next boat. When you change your mind you get it back until an hour before.\n1. Keep the ticket.\n1. Show it at the machine or on board.\n1. The money is back within five days.',
  },
  {
    key: 'freight',
    parent: 'fares',
    section: 'Fares',
    order: 10,
    title: 'Parcels and freight',
    summary: 'Sending a parcel, a piano or a sheep.',
    text: 'Parcels up to 25 kg cost 45 kr and are handed over on the quay. Larger things by agreement with the mate.\nLive animals travel in a crate, and with someone who knows them.',
  },

  {
    key: 'ports',
    section: 'Ports & vessels',
    order: 3,
    title: 'Ports & vessels',
    summary: 'Five ports, three boats, and how to get to them.',
    picture: { quay: true },
    text: 'Every quay has its own ways. Here is where the boats lie, how to get there, and what you find.',
  },
  ...ports,
  ...vessels,
  {
    key: 'access',
    parent: 'ports',
    section: 'Ports & vessels',
    order: 20,
    title: 'Step-free travel',
    summary: 'Which quays and boats you can use without a step, and who helps.',
    text: 'All ports but Grey Skerry can be used without a step. The Auk and the Petrel have a lift to the saloon; on the Tystie the crew carries you, if you wish.\n## Ask for help\nRing two hours before on [+47 00 00 00 40](tel:+4700000040). Help costs nothing.',
  },
  {
    key: 'luggage',
    parent: 'ports',
    section: 'Ports & vessels',
    order: 21,
    title: 'Luggage and lockers',
    summary: 'Where to leave a bag, and what you may bring.',
    text: 'Lockers are on the Long Quay in Larkholm only, 30 kr a day. On board, leave large bags on the rack by the ramp.',
  },

  {
    key: 'about',
    section: 'About',
    order: 4,
    title: 'About',
    summary: 'A small ferry line in a small sound, since 1911.',
    picture: { vessel: 'Tystie' },
    text: 'Larkholm Ferries has carried people, post and sheep between five ports since 1911. It belongs to the three municipalities on the sound.\n> We sail when it is hard, and we say so when we cannot. | The line’s founding letter',
  },
  {
    key: 'history',
    parent: 'about',
    section: 'About',
    order: 1,
    title: 'Our history',
    summary: 'From a sail and two oars to three boats.',
    text: 'In 1911 the parish of Vessa bought a sailing boat so that the doctor could cross. In 1934 came the first motor, in 1958 the first car, which fell in.\n## The boats we had\n- _Tern_, 1911 to 1934\n- _Guillemot_, 1934 to 1961\n- _Old Petrel_, 1961 to 2016',
  },
  {
    key: 'crew',
    parent: 'about',
    section: 'About',
    order: 2,
    title: 'People on board',
    summary: 'Who you meet on the boats.',
    text: 'Forty-one people work for the line: masters, mates, engineers, deckhands, cooks, and those ashore who plan the turns.',
  },
  {
    key: 'safety',
    parent: 'about',
    section: 'About',
    order: 3,
    title: 'Safety',
    summary: 'What we do so that you come across well, and what you can do.',
    text: 'Life jackets are under the seats, small ones by the stairs. Look where the nearest exit is when you sit down.\nWe drill every week and are inspected twice a year. The reports are public; ask for them.',
  },
  {
    key: 'statement',
    parent: 'about',
    section: 'About',
    order: 4,
    title: 'Accessibility of this site',
    summary: 'How we keep this site usable for everyone.',
    text: 'We want everyone to be able to use this site. Text can be enlarged, everything works from the keyboard, and pictures are described.\nIf something stands in your way, tell Bea Okonjo at [bea@larkholm.example](mailto:bea@larkholm.example).',
  },
  {
    key: 'contact',
    parent: 'about',
    section: 'About',
    order: 5,
    title: 'Contact',
    summary: 'Telephone, mail, and lost umbrellas.',
    text: '= Telephone: +47 00 00 00 40, from six to twenty-two\n= Mail: [hello@larkholm.example](mailto:hello@larkholm.example)\n= Lost things: at the café on the Long Quay',
  },
  {
    key: 'work',
    parent: 'about',
    section: 'About',
    order: 6,
    title: 'Work with us',
    summary: 'Where we look for people, on deck and ashore.',
    text: 'In spring we look for deckhands for the summer. You need to be eighteen, able to swim, and kind to people with too much luggage.',
  },
  {
    key: 'press',
    parent: 'about',
    section: 'About',
    order: 7,
    title: 'For the press',
    summary: 'Pictures, figures and whom to ring.',
    text: 'In a year we carry 612,000 people and 171,000 cars. Pictures of the boats may be used with our name.\nRing Idris Calloway, who answers for what stands on this site.',
  },
]
