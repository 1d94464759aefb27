import { isLanguageTag } from './languageTag'

/**
 * The languages that can be chosen by name: those with two letters in ISO 639-1, and the forms of some that are written apart, as BCP 47
 * tags. What is written in another is told by its tag.
 */
const TAGS = `aa ab af ak am an ar as av ay az ba be bg bi bm bn bo br bs ca ce ch co cr cs cv cy da de de-AT de-CH dv dz ee el en en-AU en-GB en-US
eo es es-419 et eu fa ff fi fj fo fr fr-CA fr-CH fy ga gd gl gn gu gv ha he hi hr ht hu hy ia id ig ii ik is it iu ja jv ka kg ki kk kl km kn ko
kr ks ku kv kw ky la lb lg li ln lo lt lu lv mg mh mi mk ml mn mr ms mt my na nb nd ne ng nl nl-BE nn no nr nv ny oc oj om or os pa pi pl ps pt
pt-BR pt-PT qu rm rn ro ru rw sa sc sd se sg si sk sl sm sn so sq sr sr-Latn ss st su sv sw ta te tg th ti tk tl tn to tr ts tt tw ty ug uk ur
uz ve vi vo wa wo xh yi yo za zh-Hans zh-Hant zu`

const NAMES = new Intl.DisplayNames(['en'], { type: 'language', languageDisplay: 'standard' })

/** What a language is called in English; its tag where it has no name there, or is none. */
export const languageName = (tag: string): string => (isLanguageTag(tag) ? NAMES.of(tag) : undefined) ?? tag

/** The languages to choose from, by their English names, with their tags; `inUse` is among them whatever it is. */
export function languageChoices(inUse = ''): { id: string; name: string; more: string }[] {
  const tags = new Set([...TAGS.split(/\s+/), ...(inUse ? [inUse] : [])])
  return [...tags].map((id) => ({ id, name: languageName(id), more: id })).sort((a, b) => a.name.localeCompare(b.name, 'en'))
}
