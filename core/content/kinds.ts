/** The kinds of item that exist. All that readers can notice is a version of one of these. */
export const KINDS = ['page', 'post', 'notice', 'banner', 'label', 'author', 'settings'] as const
export type Kind = (typeof KINDS)[number]

/** How a kind is spoken of, and whether it has an address of its own on the live site and a body of blocks. */
export const KIND_WORDS: Record<Kind, { one: string; many: string; addressed: boolean; body: boolean }> = {
  page: { one: 'Page', many: 'Pages', addressed: true, body: true },
  post: { one: 'Post', many: 'Posts', addressed: true, body: true },
  notice: { one: 'Notice', many: 'Notices', addressed: true, body: true },
  banner: { one: 'Banner', many: 'Banners', addressed: false, body: false },
  label: { one: 'Label', many: 'Labels', addressed: true, body: false },
  author: { one: 'Author profile', many: 'Author profiles', addressed: true, body: true },
  settings: { one: 'Site settings', many: 'Site settings', addressed: false, body: false },
}

/** What an item of a kind may become: kinds that are written alike, so that nothing of it is lost. */
export const MAY_BECOME: Partial<Record<Kind, Kind>> = { page: 'post', post: 'page' }

/** How an item is filed: its section, and the kind that it is. */
export interface Filing {
  section: string
  kind: Kind
}

/** The sorts of label; each has a listing on the live site under its own first address segment. */
export const LABEL_TYPES = ['category', 'tag', 'series'] as const
export type LabelType = (typeof LABEL_TYPES)[number]
