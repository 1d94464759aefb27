import type { AsyncComponentLoader, Component } from 'vue'
import { catchKeysForDialog } from '~/editor/typing'
import { useNotices } from '~/stores/notices'
import * as say from '~~/core/words/office/frame'

/** How often a part that did not come is asked for again while the browser says that it is connected. */
const TRIES = 4

/**
 * A component that is loaded when it is first shown. Without a connection it is asked for again when there is one; else again by itself, a
 * little later each time, since a connection may have come back in the moment in which the loading failed.
 */
export const lazily = <T extends Component>(loader: AsyncComponentLoader<T>): T =>
  defineAsyncComponent<T>({
    loader,
    onError(_error, retry, fail, attempts) {
      if (!navigator.onLine) window.addEventListener('online', retry, { once: true })
      else if (attempts < TRIES) setTimeout(retry, 200 * attempts)
      else {
        // A part of an office that was renewed meanwhile is not there any more under its name.
        useNotices().say('trouble', say.aPartOfThisScreenDid)
        fail()
      }
    },
  })

/** A dialog that is loaded when it is first asked for. What is typed until it stands goes into it. */
export function lazyDialog<T extends Component>(loader: AsyncComponentLoader<T>): T {
  const Dialog = lazily(loader)
  const Waiting = defineComponent({
    inheritAttrs: false,
    setup(_, { attrs, slots }) {
      void catchKeysForDialog()
      return () => h(Dialog, attrs, slots)
    },
  })
  // It takes and tells what the dialog does.
  return Waiting as Component as T
}
