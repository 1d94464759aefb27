import type { SectionName } from './people'

/** Who belongs to the holders of the season card. */
export const HOLDERS = 'Season card holders'

/** Readers with an account, all made up. */
export const MEMBERS = [
  { name: 'Ingrid Falk', holder: true },
  { name: 'Tomas Reyne', holder: false },
] as const
export const memberEmailOf = (name: string): string => `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@readers.example`

/** It opens the page for the press in the demo, and nothing else. */
export const PRESS_PASSWORD = 'tide table'

/** Pages that are not for everyone; one below another is for the same readers. */
export const MEMBERS_PAGES: { key: string; parent: string; section: SectionName; title: string; summary: string; text: string }[] = [
  {
    key: 'holders',
    parent: 'fares',
    section: 'Fares',
    title: 'For card holders',
    summary: 'What you get with your season card beside the boat.',
    text: 'You cross every day, so you see what others do not: which boat is full, and when the coffee is fresh. Here is what we keep for you.\n## Seats in the morning\nThe first three rows on the 7:10 are yours until five minutes before the boat leaves. Show the card to the mate.\n## Coffee\nThe café on the Long Quay pours the second cup for nothing. Bring your own mug and it pours the first one too.\n## When you move\nWrite to us at least a week before. The card goes on from your new port on the day that you choose, and you pay or get back the difference.',
  },
  {
    key: 'quiet-boats',
    parent: 'holders',
    section: 'Fares',
    title: 'Quiet boats',
    summary: 'When you find a seat at the window.',
    text: 'We count who comes on board. These are the boats that were never more than half full in the last month.\n- From Larkholm: 9:25, 11:40 and 13:55\n- From Vessa: 10:30, 12:45 and 15:00\n## On Fridays\nThere is none. Take the extra boat at 15:40, which few know of.\n## How we count\nThe mate does it with a clicker at the gangway. It counts people, not names.',
  },
  {
    key: 'lost-days',
    parent: 'holders',
    section: 'Fares',
    title: 'Days that did not sail',
    summary: 'What we add to your card after storms and repairs.',
    text: 'When your boat does not go on two days of a week or more, we add as many days to your card. You need not write: it is done on the first day of the next month.\n## This winter\n- Week 3: two days, for all routes\n- Week 5: three days, for the Grey Skerry crossing\n## If you think that a day is missing\nTell us the date and the boat. We look into the log, which the mate keeps in ink.',
  },
  {
    key: 'press-kit',
    parent: 'press',
    section: 'About',
    title: 'Pictures and figures',
    summary: 'For newsrooms: pictures to print, and the figures of the last year.',
    text: 'You may print these pictures with a report on our boats. Name the photographer.\n## Figures of the last year\n- Crossings: 14,212\n- People: 1,204,500\n- Cars: 212,300\n- Days on which no boat sailed: 4\n## Before you come on board to film\nRing the harbour office a day before. The crew will help you, and the captain decides.',
  },
]
