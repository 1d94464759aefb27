<script setup lang="ts">
import { TriangleAlert } from 'lucide-vue-next'
import { dateWords, shortIn } from '~~/core/time/words'
import { useSite } from '~/stores/site'
import type { AddressOfList, RedirectOfRow } from './addressTypes'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/addresses'

/** An address of the site, what stands there, and how often readers come that way where it leads elsewhere. */
const props = defineProps<{ row: AddressOfList; mayChange: boolean }>()
defineEmits<{ change: [redirect: RedirectOfRow]; end: [redirect: RedirectOfRow] }>()
const site = useSite()
const short = (at: string) => shortIn(at, site.zone, site.now)
const redirect = computed<RedirectOfRow | null>(() =>
  props.row.is === 'by-hand' ? { ...props.row.redirect, from: props.row.address } : null,
)
const target = computed(() => {
  if (!redirect.value) return ''
  const { to, item } = redirect.value
  return to === null ? say.itIsGone : item === undefined ? to : item ? item.title : say.whatItLedToIsNotOnTheSite
})
const notes = computed(() => {
  if (!redirect.value) return ''
  const { code, note, until, over, by, madeAt } = redirect.value
  return [
    say.codeInWords(say.codeWords[code], code),
    note,
    until && (over ? say.isOver(dateWords(until)) : say.leadsUntil(dateWords(until))),
    `${by}, ${short(madeAt)}`,
  ]
    .filter(Boolean)
    .join(' · ')
})
const uses = computed(() => ('uses' in props.row ? props.row.uses : null))
const usesWords = computed(() => (uses.value?.last ? say.asked(uses.value.hits, short(uses.value.last)) : say.neverAsked))
const most = computed(() => Math.max(1, ...(uses.value?.days ?? []).map(({ hits }) => hits)))
const byDay = computed(() => say.usesByDay((uses.value?.days ?? []).map(({ day, hits }) => `${dateWords(day)} ${hits}`).join(', ')))
</script>

<template>
  <li class="grid gap-x-4 gap-y-0.5 px-4 py-2.5 sm:grid-cols-[minmax(0,1fr)_minmax(0,2fr)_6.5rem]">
    <span class="font-mono font-medium break-all">{{ row.address }}</span>
    <span class="min-w-0">
      <NuxtLink v-if="row.is === 'live'" class="link" :to="`/office/items/${row.item}`">{{ row.title || common.withoutATitle }}</NuxtLink>
      <span v-else-if="row.is === 'reserved'" class="text-soft">{{ say.theSiteItself }}</span>
      <template v-else-if="row.is === 'left'">
        <span class="block"
          ><span v-if="row.title === null" class="text-soft">{{ say.itIsGoneSince(say.somethingYouMayNotSee, short(row.until)) }}</span
          ><NuxtLink v-else class="link" :to="`/office/items/${row.item}`">{{
            row.to === null ? say.itIsGoneSince(say.titled(row.title), short(row.until)) : say.leadsToWhereItIs(row.title)
          }}</NuxtLink
          ><span v-if="row.to" class="font-mono"> → {{ row.to }}</span></span
        >
      </template>
      <template v-else>
        <span
          class="block break-words"
          :class="row.redirect.to === null || row.redirect.over ? 'text-soft' : row.redirect.item === null ? 'text-rust' : ''"
          ><span class="text-soft" aria-hidden="true">→ </span
          ><NuxtLink v-if="row.redirect.item" class="link" :to="`/office/items/${row.redirect.to!.slice(5)}`">{{ target }}</NuxtLink
          ><span v-else :class="row.redirect.to !== null && row.redirect.item === undefined && 'font-mono'">{{ target }}</span></span
        >
        <span class="block text-body text-soft">{{ notes }}</span>
        <span v-if="row.redirect.live" class="flex items-center gap-1 text-body text-lamp"
          ><TriangleAlert class="size-3.5 shrink-0" aria-hidden="true" />{{ say.isLiveThereAndWins(row.redirect.live) }}</span
        >
      </template>
      <span v-if="uses" class="flex flex-wrap items-end gap-x-2 text-body text-soft">
        <span v-if="uses.days.length" class="flex h-4 items-end gap-px" role="img" :aria-label="byDay" :title="byDay"
          ><span
            v-for="each in uses.days"
            :key="each.day"
            class="w-1 bg-tide"
            :style="{ height: `${Math.max(12, (each.hits / most) * 100)}%` }"
        /></span>
        <span>{{ usesWords }}</span>
        <span v-if="row.is === 'by-hand' && !row.address.includes('*')" class="flex gap-2">
          {{ say.codeForPrint }}
          <a
            v-for="format in ['svg', 'png']"
            :key="format"
            class="link"
            :href="`/api/v1/redirects/${row.redirect.id}/code?format=${format}`"
            download
            :aria-label="say.codeAs(row.address, format.toUpperCase())"
            >{{ format.toUpperCase() }}</a
          >
        </span>
      </span>
    </span>
    <span v-if="redirect && mayChange" class="flex items-start gap-3"
      ><button class="link" :aria-label="say.changeRedirectFrom(row.address)" @click="$emit('change', redirect)">{{ common.change }}</button
      ><button class="link" :aria-label="say.endRedirectFrom(row.address)" @click="$emit('end', redirect)">{{ say.endIt }}</button></span
    >
  </li>
</template>
