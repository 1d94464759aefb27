import type { Got } from '~/composables/apiTypes'

export type AddressOfList = Got<`/addresses/list?${string}`>['addresses'][number]
/** A redirect by hand with its address. */
export type RedirectOfRow = Extract<AddressOfList, { is: 'by-hand' }>['redirect'] & { from: string }
