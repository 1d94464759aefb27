const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }

/** The one encoder of text into HTML or XML, for element content and quoted attributes alike. */
export const esc = (text: string): string => (/[&<>"']/.test(text) ? text.replace(/[&<>"']/g, (c) => ENTITIES[c]!) : text)

/** JSON that may stand inside a script element: no `<`, so nothing in it can close the element. */
export const scriptJson = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c')

/** The characters that XML 1.0 §2.2 does not have, halves of surrogate pairs among them. */
const NOT_XML = /[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu

/** The same for XML, in which some characters may not stand at all, however they are written: those are left out. */
export const escXml = (text: string): string => esc(text.replace(NOT_XML, ''))
