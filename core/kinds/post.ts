import type { KindDefinition } from './definition'
import { ADDRESSED, COMMON, SHARED } from './fields'

export const post: KindDefinition = {
  one: 'Post',
  many: 'Posts',
  can: ['body', 'dated', 'stream', 'pictured'],
  address: { below: 'posts' },
  listing: { path: '/posts', words: 'allPosts' },
  fields: [...COMMON, ...ADDRESSED, ...SHARED, 'cover', 'labels', 'seriesPart', 'byline', 'shownDate', 'commentsOpen', 'access'],
  starts: { segment: '', inSitemap: true, indexed: true },
  route: 'reviewed',
}
