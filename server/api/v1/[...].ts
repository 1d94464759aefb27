import { createRouter, setResponseHeader, useBase, type H3Event } from 'h3'
import { endpoints } from '../../endpoints'
import { handle, sendProblem } from '../../endpoints/handle'
import { openApi } from '../../endpoints/openapi'
import { refusal } from '../../services/refusal'
import { streamNews } from '../../endpoints/stream'

const router = createRouter({ preemptive: false })
// The same as long as the process runs: made once, when it is first asked for.
let description: string | undefined
router.get(
  '/openapi.json',
  defineEventHandler((event) => {
    setResponseHeader(event, 'content-type', 'application/json')
    return (description ??= JSON.stringify(openApi(endpoints)))
  }),
)
router.get('/stream', defineEventHandler(streamNews))
for (const endpoint of endpoints)
  router.use(
    endpoint.path,
    defineEventHandler((event: H3Event) => handle(event, endpoint)),
    endpoint.method.toLowerCase() as 'get',
  )
router.use(
  '/**',
  defineEventHandler((event) =>
    sendProblem(event, refusal('unknown', 'route-unknown', { method: event.method, path: event.path.split('?')[0]! })),
  ),
)

/** The API: every route comes from the list in `server/endpoints`. */
export default useBase('/api/v1', router.handler)
