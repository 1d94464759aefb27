import { sessionCookie } from '../http'
import { z } from 'zod'
import { PROBLEMS } from '../services/refusal'
import { reason } from './answers/common'
import type { Endpoint } from './endpoint'

const schema = (type: z.ZodType, io: 'input' | 'output' = 'input') => z.toJSONSchema(type, { io, unrepresentable: 'any' })

/** How an endpoint answers when it is done. */
function done({ answer }: Endpoint): Record<string, object> {
  if (answer === 'nothing') return { 204: { description: 'Done' } }
  if (answer === 'redirect') return { 302: { description: 'Goes on elsewhere' } }
  if (answer === 'file') return { 200: { description: 'A file', content: { '*/*': { schema: {} } } } }
  return { 200: { description: 'Done', content: { 'application/json': { schema: schema(answer, 'output') } } } }
}

function parameters(endpoint: Endpoint) {
  const list = (where: 'path' | 'query', type: z.ZodType | undefined) => {
    const shape = type ? (schema(type) as { properties?: Record<string, object>; required?: string[] }) : {}
    return Object.entries(shape.properties ?? {}).map(([name, property]) => ({
      name,
      in: where,
      required: where === 'path' || (shape.required?.includes(name) ?? false),
      schema: property,
    }))
  }
  const match = endpoint.guarded
    ? [{ name: 'If-Match', in: 'header', required: true, schema: { type: 'string' }, description: 'The version that was seen, in quotes' }]
    : []
  const key =
    endpoint.method === 'POST' && !endpoint.open
      ? [
          {
            name: 'Idempotency-Key',
            in: 'header',
            required: false,
            schema: { type: 'string', maxLength: 100 },
            description: 'The same key never does the same command twice',
          },
        ]
      : []
  return [...list('path', endpoint.params), ...list('query', endpoint.query), ...match, ...key]
}

/** A form with one file. */
const FORM = {
  type: 'object',
  required: ['file'],
  properties: { file: { type: 'string', contentMediaType: 'application/octet-stream' } },
}

/** The OpenAPI 3.1 description of the API, made from the same schemas that requests are parsed with. */
export function openApi(endpoints: Endpoint[]) {
  const paths: Record<string, Record<string, object>> = {}
  for (const endpoint of endpoints) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}')
    paths[path] ??= {}
    paths[path][endpoint.method.toLowerCase()] = {
      summary: endpoint.summary,
      tags: [endpoint.tag],
      ...(endpoint.open ? { security: [] } : {}),
      parameters: parameters(endpoint),
      ...(endpoint.takes === 'file' ? { requestBody: { required: true, content: { 'multipart/form-data': { schema: FORM } } } } : {}),
      ...(endpoint.body ? { requestBody: { required: true, content: { 'application/json': { schema: schema(endpoint.body) } } } } : {}),
      responses: {
        ...done(endpoint),
        default: { description: 'Refused', content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } },
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Yieldgate',
      version: '1',
      description:
        'Errors are problem details (RFC 9457). Bodies are JSON of at most 2 MB; files come as forms, pictures of at most 5 MB and documents of at most 20.',
    },
    servers: [{ url: '/api/v1' }],
    security: [{ session: [] }],
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: sessionCookie() } },
      schemas: {
        Problem: schema(
          z.object({
            type: z.enum(Object.keys(PROBLEMS).map((kind) => `urn:yieldgate:problem:${kind}`) as [string, ...string[]]),
            title: z.string(),
            status: z.int(),
            detail: z.string(),
            reasons: z.array(reason),
          }),
        ),
      },
    },
  }
}
