import type { AsyncComponentLoader, Component } from 'vue'

/** A component that is loaded when it is first shown. Where the line is lost just then, it comes when the line is back. */
export const lazily = <T extends Component>(loader: AsyncComponentLoader<T>): T =>
  defineAsyncComponent<T>({
    loader,
    onError(error, retry, fail) {
      if (navigator.onLine) fail()
      else window.addEventListener('online', retry, { once: true })
    },
  })
