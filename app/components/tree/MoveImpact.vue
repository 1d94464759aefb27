<script setup lang="ts">
import type { Answer } from '~/composables/apiTypes'
import { accessInWords, useReadersAccess } from '~/composables/readersAccess'
import * as say from '~~/core/words/office/tree'

/** What moving pages would do, for readers and in the office. */
const props = defineProps<{ impact: Answer<'POST', '/tree/impact'> }>()
/** So many are named here; the rest is counted. */
const FEW = 6
const few = <T,>({ some, count }: { some: T[]; count: number }) => ({ shown: some.slice(0, FEW), more: count - Math.min(FEW, some.length) })
const titles = ({ some, count }: { some: { title: string }[]; count: number }) => {
  const shown = some.slice(0, FEW).map(({ title }) => `“${title}”`)
  return [...shown, ...(count > shown.length ? [say.andMore(count - shown.length)] : [])].join(', ')
}
const addresses = computed(() => few(props.impact.addresses))
const menus = computed(() => few(props.impact.menus))
const trail = (above: string[] | null) => (above === null ? say.inNone : above.length ? say.belowTrail(above.join(' › ')) : say.atItsTop)
const readers = computed(() => few(props.impact.readers))
const { load: loadAccess } = useReadersAccess()
onMounted(() => props.impact.readers.count && loadAccess())
const isLive = computed(() => props.impact.pages.some(({ live }) => live) || props.impact.beside.length > 0)
const onlyOrder = computed(() => isLive.value && !props.impact.addresses.count && !props.impact.menus.count && !props.impact.readers.count)
const besides = computed(() => {
  const { links, listings, redirects, beside, sections } = props.impact
  return [
    ...(links.count ? [say.linksGoByRedirect(links.count, titles(links))] : []),
    ...(listings.count ? [say.listingsShowIt(titles(listings))] : []),
    ...(redirects.count ? [say.redirectsGiveWay(redirects.some.map(({ from }) => from).join(', '))] : []),
    ...(beside.length ? [say.besideGetAPlace(titles({ some: beside, count: beside.length }))] : []),
    say.rightsStay(sections.join(', ')),
  ]
})
</script>

<template>
  <section :aria-label="say.whatReadersGet" class="space-y-3">
    <ul v-if="impact.refused.length" class="list-disc pl-5 text-rust" role="alert">
      <li v-for="reason in impact.refused" :key="reason.detail">{{ reason.detail }}</li>
    </ul>
    <p v-if="!isLive">{{ say.nothingForReaders }}</p>
    <p v-else-if="onlyOrder">{{ say.onlyTheOrder }}</p>
    <div v-if="addresses.shown.length">
      <p>{{ say.addressesChange(impact.addresses.count) }}</p>
      <ul class="mt-1 divide-y divide-line border-y border-line font-mono text-small">
        <li v-for="address in addresses.shown" :key="address.item" class="flex flex-wrap gap-x-2 py-1">
          <span class="break-all text-soft">{{ address.was }}</span><span class="break-all">→ {{ address.now }}</span>
        </li>
      </ul>
      <p v-if="addresses.more" class="mt-1 text-soft">{{ say.andMore(addresses.more) }}</p>
    </div>
    <div v-if="menus.shown.length">
      <p>{{ say.inTheMenu }}</p>
      <ul class="list-disc pl-5">
        <li v-for="page in menus.shown" :key="page.item">{{ say.menuLine(page.title, trail(page.now), trail(page.was)) }}</li>
      </ul>
      <p v-if="menus.more" class="text-soft">{{ say.andMore(menus.more) }}</p>
    </div>
    <div v-if="readers.shown.length">
      <p>{{ say.otherReaders }}</p>
      <ul class="list-disc pl-5">
        <li v-for="page in readers.shown" :key="page.item">
          {{ say.readersLine(page.title, accessInWords(page.now), accessInWords(page.was)) }}
        </li>
      </ul>
      <p v-if="readers.more" class="text-soft">{{ say.andMore(readers.more) }}</p>
    </div>
    <p v-for="line in besides" :key="line" class="text-soft">{{ line }}</p>
  </section>
</template>
