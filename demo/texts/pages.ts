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
    text: `The crossing takes ${route.minutes} minutes in fair weather. Cars should stand on the quay fifteen minutes before the boat leaves; foot passengers may board until the gangway is lifted.\n## Sailings now\n${timesTable(route, 0)}\nTimes in the other direction begin ten minutes after each arrival. See [what a crossing costs](ref:fares) and [how to read a timetable](ref:reading).\n## On board the ${route.boat}\nTickets are sold on the quay and on board. ${route.minutes > 40 ? 'There is hot food, and time to eat it.' : 'There is coffee, and hardly time to drink it.'} Dogs travel on the sheltered deck, bicycles beside the ramp. More about [the ${route.boat}](ref:${route.boat.toLowerCase()}).\n## At ${route.to}\nThe bus meets the boats that are marked daily; after the last one there is none. [${route.to}](ref:${route.to.toLowerCase().replace(' ', '-')}) has a page of its own, with the way on foot and what you find on the quay.\n## When the weather turns\nIn wind above seventeen metres a second the master may wait an hour. Then the board on the quay says so, and a [notice](/notices) does.`,
  },
  {
    key: `${route.key}-summer`,
    parent: route.key,
    section: 'Timetables',
    order: 1,
    title: `Summer timetable ${route.from} – ${route.to}`,
    menu: 'Summer',
    summary: `Sailings between ${route.from} and ${route.to} from 1 May to 30 September.`,
    text: `From 1 May to 30 September the boats run ten minutes later in the morning, so that the first train can be reached.\n${timesTable(route, 10)}\n- On 17 May the holiday timetable holds.\n- In July an extra boat leaves at 21:30 on Fridays.\n## Busy days\nFrom Midsummer to the middle of August the boats before noon fill up early. Foot passengers always find room; with a car come twenty minutes before, or take the boat after lunch, which is half empty and has the better light.\n## Bicycles\nThere is room for twenty on the broad boats and six on the small one. They are [free](ref:bicycles).`,
  },
  {
    key: `${route.key}-winter`,
    parent: route.key,
    section: 'Timetables',
    order: 2,
    title: `Winter timetable ${route.from} – ${route.to}`,
    menu: 'Winter',
    summary: `Sailings between ${route.from} and ${route.to} from 1 October to 30 April.`,
    text: `From 1 October to 30 April the last boat leaves earlier, so that the crew has the light.\n${timesTable(route, 0)}\nIn strong wind from the north the master may wait or turn back. Look at the [notices](/notices) before you leave home.\n## Ice and dark\nThe quays are gritted before the first boat and again at three. In the dark wait under the lamps, where the crew can see you. When the ramp is iced over, cars are taken one by one, and the boat leaves when all are safe, not before.\n## School days\nThe first boat is the school’s: pupils board before all others and have the saloon to themselves.`,
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
    text: `Boats lie at ${port.quay}. On the quay there is ${port.shelter}.\n## On foot and by bus\n${port.bus}. It is ${port.walk}.\n## By car\nFollow the boat signs. Drive to the lane that shows your crossing and leave the engine off until the ramp is down.\n= Depth at the quay: ${port.depth}\n= Ramp: wide enough for lorries of 2.6 m\n= Step-free: ${port.key === 'grey-skerry' ? 'no, eleven steps from the boat' : 'yes, from the road to the saloon'}\n## While you wait\nThe board on the quay shows the next three boats; the crew sets it, so it knows more than this page. The telephone beside it rings on the bridge. There is a tap with drinking water and a box of books, of which you may keep one.\n## With much to carry\nThe handcarts at the gate are free. Bring them back, or leave them on board for the next person. For anything that two people cannot lift see [parcels and freight](ref:freight).\n## Where to go from here\nPaths are marked in yellow. The [timetables](ref:timetables) say when the last boat leaves; the crew counts the people who went ashore, but does not go and look for them.`,
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
  text: `The crew calls her ${nick}. ${text}\n= Built: ${year}\n= People: ${people}\n= Cars: ${cars}\n= Bicycles: as many as come\nHot food is sold on crossings of more than forty minutes. Dogs travel free, on the sheltered deck.\n## Where to sit\nThe saloon is warm and the windows are clean on Mondays. Those who feel the swell sit low and in the middle. In the bow it is quiet, since the loudspeaker there has never worked and nobody wants it mended.\n## Below deck\nHer engineer shows the engine room on the first Saturday of each month, to six people at a time. Ask for the key at the galley.\n## In the yard\nOnce a year she is lifted out of the water, scraped and painted. That takes ten days; the other two keep her turns meanwhile, and a [notice](/notices) says how.`,
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
    text: 'Choose your crossing. Summer times hold from 1 May to 30 September, winter times for the rest of the year.\nIf the weather changes a sailing, a [notice](/notices) says so within minutes.\n## Before you leave home\nThe times on these pages are those of the season. Wind, fog and repairs can change a single day, and then the notice is right and the timetable is not. The board on the quay shows the next three boats and is set by the crew.\n## When a boat is full\nFoot passengers always find room. Cars are taken in the order in which they stand in the lane; on Friday afternoons and Sunday evenings come twenty minutes early. Lorries book a place with the mate.\n## On paper\nEvery library on the sound has the [leaflets](ref:leaflets), and so do the boats. If you cannot read the small print, ask for the large sheet: it is A3 and says the same.',
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
    text: 'Times are local and on the 24-hour clock. The day begins at four in the morning, so a boat at 00:30 on Friday night is listed under Friday.\n= Daily: every day of the year but Christmas Day\n= Weekdays: Mondays to Fridays that are no public holidays\n= On call: ring the crew by noon the day before\n## The columns\nThe left column is when the ramp goes up, not when you should come. The right one is when the gangway is down on the other side. Between the two we allow for a slow turn and a short greeting.\n## Change boats at Vessa\nWhere two crossings meet at Vessa, the second boat waits up to ten minutes for the first. The mate asks who goes on; say so, and nobody leaves without you. There is no such promise at the other ports, because the quays are too short for two boats at once.\n## What we mean by late\nA boat that leaves more than five minutes after its time is late in our books. We count them, and we publish the figures each month.',
  },
  {
    key: 'holidays',
    parent: 'timetables',
    section: 'Timetables',
    order: 21,
    title: 'Public holidays',
    summary: 'Which timetable holds on which holiday.',
    text: '| Day | Timetable |\n| New Year’s Day | Sunday |\n| Maundy Thursday to Easter Monday | Sunday |\n| 1 May | Sunday |\n| 17 May | holiday, with extra boats |\n| Christmas Eve | Saturday, last boats at 15:00 |\n| Christmas Day | no boats |\n## How to find out\nA holiday that falls on a Sunday changes nothing. Where two holidays follow each other, the Sunday timetable holds on both. Extra boats are put up on the quays a week before, and here as a notice.\n## School and work\nThe school boat at 07:40 sails on school days only. When the school closes for a day of its own, the head teacher tells us, and we tell you. On the days between the years the freight crossing at noon is left out, unless somebody has booked it.',
  },
  {
    key: 'night-boat',
    parent: 'timetables',
    section: 'Timetables',
    order: 22,
    title: 'The night boat',
    summary: 'On Fridays in summer a late boat brings concert-goers home.',
    text: 'From the first Friday in June to the last in August the Auk leaves Larkholm at 23:40 and calls at Vessa and Innermost.\nThere is no café on board; bring a pullover.\nThe same boat sails on the four Fridays of Advent, when the shops in Larkholm are open late.\n## What it costs\nThe usual fares hold, and every card is good. The crew sells tickets on board, since the machines are switched off at eleven.\n## Please remember\n- There are no buses at that hour; ask who drives the same way.\n- Dogs are welcome, loud music is not.\n- The boat does not wait: the engineer has been up since four.\nIn strong wind from the south the boat leaves out Innermost and turns at Vessa. We say so by eight in the evening, in a [notice](/notices).',
  },
  {
    key: 'leaflets',
    parent: 'timetables',
    section: 'Timetables',
    order: 23,
    title: 'Timetable leaflets for print',
    menu: 'For print',
    summary: 'All timetables on one sheet, to fold and keep.',
    text: 'Leaflets lie on every quay and in the libraries of the sound. Each carries the date from which it holds; an older one is for the fire.\nFor your own printer: [all times on one sheet](media:leaflet).\n^ Times may change with the weather; the board on the quay knows first.\n## Large print and plain words\nThe sheet in large print is A3 and folds to the size of a hand. The sheet in plain words says the same in short sentences, with a clock beside each time. Both are on the boats, beside the life jackets.\n## For schools, hotels and shops\nWe send up to fifty leaflets free of charge. Tell us by the middle of the month before the season begins, so that yours come with the first print.',
  },

  {
    key: 'fares',
    section: 'Fares',
    order: 2,
    title: 'Fares',
    summary: 'What a crossing costs, for people, cars and bicycles.',
    picture: { quay: true },
    text: 'Fares depend on the route and on what you bring. Pay at the machine, on board, or with a card that saves a third.\n## The short of it\n| Who | One way |\n| Grown person | 62 kr |\n| From 16 to 19 | 40 kr |\n| Under six | free |\n| Bicycle | free |\nFor cars see [cars and vans](ref:cars).\n## How to pay\nThe machines on the quays take cards and coins. On board the crew takes cards, and cash when it must be. If a machine is broken you pay on board, and no more than you would have paid ashore.\n## How to pay less\n- A [ten-trip card](ref:ten-trip) costs as much as seven crossings.\n- A [season card](ref:season) is worth it from the eighth crossing of a month.\n- [Children and older people](ref:young-old) pay half or nothing.\n- [Groups](ref:groups) of ten pay a quarter less.\n## When you do not travel\nA ticket that was not used is worth its price until an hour before the boat. See [refunds and changes](ref:refunds). Fares are set by the board of the three municipalities, once a year, and are read through by our lawyer before they are printed.',
  },
  {
    key: 'foot',
    parent: 'fares',
    section: 'Fares',
    order: 1,
    title: 'Foot passengers',
    summary: 'Single, return and day fares for people on foot.',
    text: 'A single crossing costs the same on all short routes; the boat to Tarn Head costs half as much again.\n- Single: 62 kr\n- Return on the same day: 99 kr\n- All boats for a day: 150 kr\n## Where it holds\nA ticket holds for the crossing that it names, on any boat of that day. The day ticket holds on all routes, as often as you like, until four in the morning.\n## On board\nThere are seats for everyone in the saloon. Prams stand by the stairs; ask the mate for the ramp if the tide is low. Hot food is sold on crossings of more than forty minutes, coffee on all of them.\n## What travels free with you\nTwo bags, a bicycle, a dog on a lead, and as many children under six as you can hold by the hand. See [luggage and lockers](ref:luggage).',
  },
  {
    key: 'cars',
    parent: 'fares',
    section: 'Fares',
    order: 2,
    title: 'Cars and vans',
    summary: 'Fares for cars and vans up to six metres, driver included.',
    text: `Fares include the driver. Passengers pay the foot fare; children under six travel free.\n## What a crossing costs\n${FARE_ROWS}\n## Longer than six metres\nVehicles over six metres pay by the started metre. Measure with the tow bar and anything that overhangs. See [vehicles over six metres](ref:long).\n[[Buy a ten-trip card -> ref:ten-trip]]\n## Before you drive on\nSwitch off the alarm, put it in gear and pull the brake: the sound has a swell even on fine days. Stay with the car until the deckhand waves you out, then come up; nobody may stay on the car deck while we sail.\n## Electric cars\nThey travel like any other. There are two places to charge on the Long Quay, and none on board.`,
  },
  {
    key: 'long',
    parent: 'fares',
    section: 'Fares',
    order: 3,
    title: 'Vehicles over six metres',
    summary: 'Lorries, coaches and campers pay by the metre.',
    text: 'Each started metre over six costs 48 kr on the short routes and 71 kr to Tarn Head.\nCoaches with more than twelve passengers pay as for ten metres, whatever their length.\n## How we measure\nFrom the first thing that sticks out to the last: tow bars, bicycle racks and ladders count. The mate has a tape, and the lane on the quay has marks at six, eight and ten metres.\n## Tell us before\nThe Auk takes three lorries, the Petrel two, the Tystie none. Ring by noon on the day before, and a place is kept. Who comes without a place waits for one.\n## Dangerous goods\nGas, fuel and fertiliser travel on the first boat on Tuesdays, without passengers. The papers go to the mate, one day before.',
  },
  {
    key: 'bicycles',
    parent: 'fares',
    section: 'Fares',
    order: 4,
    title: 'Bicycles and prams',
    summary: 'They travel free, and there is nearly always room.',
    text: 'Bicycles, prams, sledges and handcarts travel free. On the Tystie there is room for six bicycles; the crew will say when she is full.\n## Where they stand\nOn the Auk on the port side of the car deck, on the Petrel behind the lift. Tie them to the rail with the straps that hang there; what falls over in the swell is nobody’s fault but its owner’s.\n## Electric ones and carts\nThey are free too. Cargo bicycles longer than two metres take the place of a car and pay half its fare.',
  },
  {
    key: 'ten-trip',
    parent: 'fares',
    section: 'Fares',
    order: 5,
    title: 'Ten-trip card',
    summary: 'Ten crossings for the price of seven.',
    text: 'The card is good for a year and may be lent. It holds for one route; on a dearer one you pay the difference on board.\n- Foot: 434 kr\n- Car on the Vessa crossing: 1,302 kr\n## Where to get it\nAt every machine, on board, and in the café on the Long Quay. A card that has trips left can be filled up again; one that is full of holes is a keepsake.\n## When it is lost\nWrite your name on the back. Then we can find it in the box at the café, where four hundred cards wait for someone. We cannot give trips back that somebody else has used.',
  },
  {
    key: 'season',
    parent: 'fares',
    section: 'Fares',
    order: 6,
    title: 'Season card',
    summary: 'For those who cross every day.',
    text: 'A month costs 890 kr on foot. The card carries your name and a picture and cannot be lent.\nSchool pupils get theirs from the municipality.\n## How to get yours\n1. Bring a picture, or let us take one at the café.\n1. Pay at the machine; it prints a slip.\n1. Show the slip until the card comes by post.\n## When you are ill or away\nFor two weeks or more that you cannot travel we add the days at the end. Write to us with the number of the card; a doctor’s note is not needed, we believe you.',
  },
  {
    key: 'young-old',
    parent: 'fares',
    section: 'Fares',
    order: 7,
    title: 'Children and older people',
    summary: 'Who travels free and who travels for less.',
    text: 'Under six: free. From six to fifteen: half. From 67: half, with any proof of age.\nA companion of someone with a companion card travels free.\n## What counts as proof\nA passport, a card of the school, a pension card, or a birthday cake with candles. The crew does not ask small children, and does not ask twice.\n## Travelling alone\nFrom the age of eight children may cross alone. Tell the mate, who finds them a seat near the stairs. Under eight somebody must come along, or meet them on the quay at both ends: ring us on the day before.',
  },
  {
    key: 'groups',
    parent: 'fares',
    section: 'Fares',
    order: 8,
    title: 'Groups and schools',
    summary: 'Ten or more who travel together pay less.',
    text: 'Groups of ten or more pay a quarter less when they tell us two days before. School classes on an outing pay 20 kr a head.\n## How to tell us\nWrite how many you are, which boat you take out and back, and whether someone needs help with steps. We answer by the evening. For more than sixty we put on a second boat if there is one.\n## Outings\nThe master lets school classes onto the bridge, four at a time and in fair weather. Bring sandwiches: the galley makes soup for twenty, not for two hundred.',
  },
  {
    key: 'refunds',
    parent: 'fares',
    section: 'Fares',
    order: 9,
    title: 'Refunds and changes',
    summary: 'What you get back when a boat does not sail.',
    text: 'When we cancel a sailing you get the whole fare back, or the next boat. When you change your mind you get it back until an hour before.\n1. Keep the ticket.\n1. Show it at the machine or on board.\n1. The money is back within five days.\n## When the boat is late\nFrom half an hour on you get half the fare back, from an hour on all of it. If you miss the last bus because of us, take a taxi and send us the bill: we pay up to 600 kr.\n## Cards\nA crossing on a ten-trip card is given back as a hole that does not count. A season card is made longer by a day for each day on which no boat sailed on your route.\n## What we cannot pay\nConcerts, weddings and flights that you missed. Take the boat before, if it matters much.',
  },
  {
    key: 'freight',
    parent: 'fares',
    section: 'Fares',
    order: 10,
    title: 'Parcels and freight',
    summary: 'Sending a parcel, a piano or a sheep.',
    text: 'Parcels up to 25 kg cost 45 kr and are handed over on the quay. Larger things by agreement with the mate.\nLive animals travel in a crate, and with someone who knows them.\n## Parcels\nBring them to the quay half an hour before the boat, with the name of whoever fetches them and a number that is answered. On the other side they wait in the shed until the last boat of the next day.\n## Post and medicine\nThey travel first, on every boat, and free. The chemist at Vessa hands them to the mate, who hands them to nobody but the nurse.\n## Heavy things\nThe crane on the Long Quay lifts two tonnes. It is worked on Tuesdays and Thursdays, when Eilif is there.',
  },

  {
    key: 'ports',
    section: 'Ports & vessels',
    order: 3,
    title: 'Ports & vessels',
    summary: 'Five ports, three boats, and how to get to them.',
    picture: { quay: true },
    text: 'Every quay has its own ways. Here is where the boats lie, how to get there, and what you find.\n## One line, five quays\nNo two of our ports are alike. Larkholm has a harbour with an office and a café; Grey Skerry has eleven steps and a lighthouse. What they share is a yellow line on the ground that leads from the road to the boat, a telephone that the crew answers, and a roof to wait under.\n## Three boats\nThe Auk carries most of the cars, the Petrel runs the long crossings, and the Tystie goes where the others cannot. When one is in the yard the other two share her turns, and a [notice](/notices) says what that means.\n## In bad weather\nThe Lighthouse Steps are closed when the swell is above a metre and a half. The other quays are closed about twice a year. The master decides, and the master is right.',
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
    text: 'All ports but Grey Skerry can be used without a step. The Auk and the Petrel have a lift to the saloon; on the Tystie the crew carries you, if you wish.\n## Ask for help\nRing two hours before on [+47 00 00 00 40](tel:+4700000040). Help costs nothing.\n## On the quays\nThe ramps are flat at half tide and steep at low water. At low water the crew sets the car ramp for you: wait at the yellow sign. There are lifts nowhere ashore, because there are no stairs, but on Grey Skerry.\n## On board\nThere are places for four wheelchairs on the Auk, three on the Petrel and one on the Tystie. Announcements are spoken and shown. Guide dogs travel anywhere but in the galley.\n## Toilets\nOn the Auk and the Petrel there is one that is step-free, on the car deck beside the lift. On the Tystie there is none; the crossing takes twenty-five minutes.',
  },
  {
    key: 'luggage',
    parent: 'ports',
    section: 'Ports & vessels',
    order: 21,
    title: 'Luggage and lockers',
    summary: 'Where to leave a bag, and what you may bring.',
    text: 'Lockers are on the Long Quay in Larkholm only, 30 kr a day. On board, leave large bags on the rack by the ramp.\n## What you may bring\nWhat you can carry in one go. Skis, prams, instruments and fishing rods do not count. For a piano see [parcels and freight](ref:freight).\n## What must stay ashore\nOpen fire, gas for camping that is not screwed shut, and anything that smells of herring in August.\n## Lost things\nThey wait three months at the café on the Long Quay, and after that they are sold for the lifeboat.',
  },

  {
    key: 'about',
    section: 'About',
    order: 4,
    title: 'About',
    summary: 'A small ferry line in a small sound, since 1911.',
    picture: { vessel: 'Tystie' },
    text: 'Larkholm Ferries has carried people, post and sheep between five ports since 1911. It belongs to the three municipalities on the sound.\n> We sail when it is hard, and we say so when we cannot. | The line’s founding letter\n## What we do\nThree boats make about a hundred crossings a week between Larkholm, Vessa, Innermost, Grey Skerry and Tarn Head. They carry pupils in the morning, the doctor on Wednesdays, and half the sound on the last Saturday before Christmas.\n## Who pays\nFares pay for two thirds of it. The rest comes from the three municipalities, because a boat is a road where there is none. The accounts are read out in public each April, in the hall at Vessa, and there is cake.\n## How we decide\nA board of nine meets each month. Three are from the crews, three from the municipalities, and three are people who cross every day.',
  },
  {
    key: 'history',
    parent: 'about',
    section: 'About',
    order: 1,
    title: 'Our history',
    summary: 'From a sail and two oars to three boats.',
    text: 'In 1911 the parish of Vessa bought a sailing boat so that the doctor could cross. In 1934 came the first motor, in 1958 the first car, which fell in.\n## The boats we had\n- _Tern_, 1911 to 1934\n- _Guillemot_, 1934 to 1961\n- _Old Petrel_, 1961 to 2016\n## Two wars and a winter\nIn 1940 the _Guillemot_ was painted grey and carried more people than she was built for, always at night. In 1947 the sound froze, and for six weeks the post went on foot.\n## Cars and what came with them\nThe car of 1958 was a doctor’s, and she was not in it. It was lifted the same week and drove for nine more years. The first ramp was built at Larkholm in 1961; Tarn Head got the last in 1994.\n## Today\nThe _Auk_ came in 2009, the new _Petrel_ in 2016. The _Tystie_ of 1987 has had three engines and remains the same boat.',
  },
  {
    key: 'crew',
    parent: 'about',
    section: 'About',
    order: 2,
    title: 'People on board',
    summary: 'Who you meet on the boats.',
    text: 'Forty-one people work for the line: masters, mates, engineers, deckhands, cooks, and those ashore who plan the turns.\n## On deck\nA master, a mate and an engineer are on every boat, and on the Auk two deckhands more. They have the sound by heart: where the fog lies, where the seals sleep, who gets off at Vessa.\n## In the galley\nSoup is made from what the boats at Innermost bring. On Wednesdays it is fish soup, and on the others it is fish soup too, but with another name.\n## Ashore\nPetra Sandvik sets the timetables, Liv Marchetti keeps this site, and Idris Calloway answers for what it says. In the office on the Long Quay someone takes the telephone from six in the morning.',
  },
  {
    key: 'safety',
    parent: 'about',
    section: 'About',
    order: 3,
    title: 'Safety',
    summary: 'What we do so that you come across well, and what you can do.',
    text: 'Life jackets are under the seats, small ones by the stairs. Look where the nearest exit is when you sit down.\nWe drill every week and are inspected twice a year. The reports are public; ask for them.\n## Before we sail\nThe crew checks the doors, the pumps and the radio before the first boat of each day, and the ramp before each crossing. What is found is written into a book that any passenger may read.\n## In an emergency\n1. Stay where you are and listen.\n1. Put on the jacket as the picture on the wall shows it.\n1. Go where the crew sends you; they have done it every week.\n## What you can do\nStay off the car deck under way. Hold small children by the hand on the stairs. Tell the crew when you smell smoke, even if you are not sure.',
  },
  {
    key: 'statement',
    parent: 'about',
    section: 'About',
    order: 4,
    title: 'Accessibility of this site',
    summary: 'How we keep this site usable for everyone.',
    text: 'We want everyone to be able to use this site. Text can be enlarged, everything works from the keyboard, and pictures are described.\nIf something stands in your way, tell Bea Okonjo at [bea@larkholm.example](mailto:bea@larkholm.example).\n## What we know is not good yet\nThe oldest leaflets are pictures of paper and cannot be read aloud; we replace them with each season. Some maps say in colours alone what a route is: the list below each of them says the same in words.\n## How we check\nEach page is read by Bea before it goes live, and four times a year people who use a screen reader go through the whole site with us.',
  },
  {
    key: 'contact',
    parent: 'about',
    section: 'About',
    order: 5,
    title: 'Contact',
    summary: 'Telephone, mail, and lost umbrellas.',
    text: '= Telephone: +47 00 00 00 40, from six to twenty-two\n= Mail: [hello@larkholm.example](mailto:hello@larkholm.example)\n= Lost things: at the café on the Long Quay\n## Which boat, which day\nIf you want to know whether a boat sails, look at the [notices](/notices) first: the crew writes them before it answers the telephone.\n## Praise and complaints\nBoth are read by the person they are about. Say which boat and when. You get an answer within three days, from someone with a name.\n## The office\nOn the Long Quay in Larkholm, the yellow house. It is open on weekdays from eight to four, and there is coffee.',
  },
  {
    key: 'work',
    parent: 'about',
    section: 'About',
    order: 6,
    title: 'Work with us',
    summary: 'Where we look for people, on deck and ashore.',
    text: 'In spring we look for deckhands for the summer. You need to be eighteen, able to swim, and kind to people with too much luggage.\n## Deck and engine\nWe teach what you need to know about ropes; we cannot teach patience. Turns are four days on and four off. You sleep at home, but for two nights a month.\n## Ashore\nWe are sixteen people in an office with a view. At times we look for someone who can plan, count or write.\n## How to apply\nWrite a page about yourself, by hand if you like, and bring it to the yellow house on the Long Quay. The mate you would sail with reads it.',
  },
  {
    key: 'press',
    parent: 'about',
    section: 'About',
    order: 7,
    title: 'For the press',
    summary: 'Pictures, figures and whom to ring.',
    text: 'In a year we carry 612,000 people and 171,000 cars. Pictures of the boats may be used with our name.\nRing Idris Calloway, who answers for what stands on this site.\n## Figures of the last year\n- 612,000 people, of whom 214,000 on season cards\n- 171,000 cars and 9,400 lorries\n- 97 boats in a hundred on time, within five minutes\n- 11 days on which no boat could lie at the Lighthouse Steps\n## On board with a camera\nAsk us the day before. The bridge is open to you in fair weather, the engine room in any. People on board are asked before they are filmed.',
  },
]
