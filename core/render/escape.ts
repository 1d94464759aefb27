const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }

/** The one encoder of text into HTML or XML, for element content and quoted attributes alike. */
export const esc = (text: string): string => (/[&<>"']/.test(text) ? text.replace(/[&<>"']/g, (c) => ENTITIES[c]!) : text)

/** JSON that may stand inside a script element: no `<`, so nothing in it can close the element. */
export const scriptJson = (value: unknown): string => JSON.stringify(value).replace(/</g, '\\u003c')
