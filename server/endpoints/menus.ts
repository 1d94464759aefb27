import { z } from 'zod'
import { menuEntriesSchema } from '../../core/menu/entries'
import { menus as menuList, putIntoMenu, standing } from '../services/site/menus'
import { updateLists } from '../jobs/listUpdater'
import { endpoint } from './endpoint'
import { doneAct } from './answers/batches'
import * as answers from './answers/menus'

const id = z.object({ id: z.string().max(60) })

/** The menus of the site. */
export const menus = [
  endpoint({
    method: 'GET',
    path: '/menus',
    tag: 'site',
    summary: 'The menus, with where each stands and how many of its entries readers do not get',
    answer: z.array(answers.menuFacts),
    run: ({ office, live, actor }) => menuList(office, live, actor),
  }),
  endpoint({
    method: 'POST',
    path: '/menus/:id/entries',
    tag: 'site',
    summary: 'Put an item into a menu, after all other entries: a change of the menu in its draft, which goes its route',
    params: id,
    body: z.strictObject({ item: z.string().max(60) }),
    answer: doneAct,
    async run({ office, actor, params, body }) {
      const done = await putIntoMenu(office, actor, params.id, body.item)
      await updateLists(office, [params.id])
      return done
    },
  }),
  endpoint({
    method: 'POST',
    path: '/menus/standing',
    tag: 'site',
    summary: 'Where entries of a menu would lead on the site as it is, and which would be left out; nothing is done',
    body: z.strictObject({ entries: menuEntriesSchema }),
    answer: answers.standing,
    run: ({ office, live, actor, body }) => standing(office, live, actor, body.entries),
  }),
]
