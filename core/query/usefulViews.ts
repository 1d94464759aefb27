/** A list that a team finds ready. */
export interface UsefulView {
  id: string
  name: string
  q: string
  sort: string
}

/** The lists that every team has from the start. */
export const USEFUL_VIEWS: readonly UsefulView[] = [
  { id: 'mine', name: 'Mine', q: 'owner:me', sort: '-changed' },
  { id: 'waiting', name: 'Waiting at a gate', q: 'draft:in_review', sort: 'changed' },
  { id: 'stale', name: 'Live and stale', q: 'site:live kind:page not changed:last-365-days', sort: 'changed' },
  { id: 'no-picture', name: 'Without a picture', q: 'kind:page,post lacks:picture', sort: '-changed' },
  { id: 'ending', name: 'Ends this week', q: 'ends:this-week', sort: 'next' },
  { id: 'bin', name: 'In the bin', q: 'in:bin', sort: '-changed' },
]
