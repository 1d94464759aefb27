/** The places of the site that stand beside the pages themselves, and what each is for: how long what is said there should hold. */
export const SUITS = {
  bar: 'Bars suit what is critical or holds long. What soon passes is better on the front page alone, where every notice is.',
  banner: 'Banners suit what is for a time. What stays belongs in a menu or on a page.',
  foot: 'The foot suits what stays: who you are, and how to reach you.',
} as const
