import type { MediaBytes } from '../services/media/media'

/** The headers of a media file, the same wherever it is served: a document is saved or shown in a sandbox, and runs nothing. */
export const mediaHeaders = ({ type, name }: MediaBytes): Record<string, string> => ({
  'content-type': type,
  'x-content-type-options': 'nosniff',
  ...(name
    ? {
        'content-disposition': `${type === 'application/pdf' ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(name)}`,
        'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      }
    : {}),
})
