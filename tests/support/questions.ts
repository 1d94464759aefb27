import { endpoints } from '../../server/endpoints'

/** What is asked of a list beside its path. */
const QUERIES = (word: string): Record<string, string[]> => ({
  '/items': [
    '',
    `text:${word}`,
    `live:${word}`,
    `ever:${word}`,
    `label:"Label ${word}"`,
    'in:bin',
    'owner:me',
    'draft:returned',
    'has:label',
  ],
  '/facets': ['', 'kind:post'],
  '/list/file': ['', 'kind:post'],
})

/** An address of a GET endpoint, and that endpoint's path. */
interface Question {
  path: string
  address: string
}

/** Every address of a GET endpoint of the API, with each id in each of its places; lists are asked for a word. */
export function* questions(word: string, ids: readonly string[], version: string): Generator<Question> {
  for (const { method, path } of endpoints)
    if (method === 'GET' && !path.startsWith('/session/openid'))
      for (const address of addresses(path, word, ids, version)) yield { path, address }
}

function* addresses(path: string, word: string, ids: readonly string[], version: string): Generator<string> {
  const places = path.match(/:[a-z]+/gi) ?? []
  if (places.length) {
    for (const id of ids) yield `${path.replace(/:[a-z]+/gi, id)}${path.endsWith('/compare') ? `?with=${version}` : ''}`
    return
  }
  const more: Record<string, string> = { '/items': '&limit=200', '/list/file': '&columns=title,labels,owner' }
  const queries = QUERIES(word)[path]?.map((q) => `?q=${encodeURIComponent(q)}${more[path] ?? ''}`) ?? ['']
  for (const query of queries) yield path + query
  if (path === '/items' || path === '/media') yield `${path}?text=${word}`
  if (path === '/media') yield `${path}?sort=any&limit=50`
  if (path === '/journal/file') yield `${path}?format=jsonl`
  if (path === '/journal') yield `${path}?limit=200`
  if (path === '/calendar' || path === '/calendar/differences') yield `${path}?from=2026-01-01T00:00:00.000Z&to=2036-01-01T00:00:00.000Z`
}
