import { createRouter, useBase, type H3Event } from 'h3'
import { endpoints } from '../../endpoints'
import { handle, sayProblem } from '../../endpoints/handle'
import { openApi } from '../../endpoints/openapi'
import { refusal } from '../../services/refusal'
import { streamNews } from '../../endpoints/stream'

const router = createRouter({ preemptive: false })
router.get(
  '/openapi.json',
  defineEventHandler(() => openApi(endpoints)),
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
    sayProblem(event, refusal('unknown', 'route-unknown', `There is no ${event.method} ${event.path.split('?')[0]}`)),
  ),
)

/** The API: every route comes from the list in `server/endpoints`. */
export default useBase('/api/v1', router.handler)
