<script setup lang="ts">
import { Menu, MenuButton, MenuItem } from '@headlessui/vue'
import { useMediaQuery } from '@vueuse/core'
import MenuList from '~/components/form/MenuList.vue'
import { NoteThread } from './noteParts'
import { Ellipsis } from 'lucide-vue-next'
import type { ItemPage } from '~~/server/services/writing/itemPage'
import type { Reason } from '~~/core/outcome'
import { fullIn, shortIn } from '~~/core/time/words'
import StateMark from '~/components/mark/StateMark.vue'
import { useSite } from '~/stores/site'
import { changeWords } from '~/composables/words'
import { lazily } from '~/composables/lazily'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

const ReceiptCard = lazily(() => import('./ReceiptCard.vue'))
const StuckWait = lazily(() => import('./StuckWait.vue'))
const OwedLook = lazily(() => import('./OwedLook.vue'))
const GateChecks = lazily(() => import('./GateChecks.vue'))
const GateClearers = lazily(() => import('./GateClearers.vue'))

const TimingFacts = lazily(() => import('~/components/time/TimingFacts.vue'))
const ForeseenTroubles = lazily(() => import('~/components/time/ForeseenTroubles.vue'))

/** One thing that can be done from the track; `why` says why it is off. */
export interface TrackAction {
  id: string
  name: string
  why?: string | undefined
  /** Whether it is as near at hand as the main thing. */
  beside?: boolean
  run(): unknown
}

/** The right side: the item's way from written to live, and at its foot the one thing you can do next. */
const props = defineProps<{
  page: ItemPage
  number: number
  savedAt: string
  main: TrackAction | null
  more: TrackAction[]
  blockers: Reason[]
  /** Where what can be done stands in a narrow window. */
  foot: HTMLElement | null
}>()
const emit = defineEmits<{ mend: [field: string] }>()
const beside = computed(() => props.more.filter((action) => action.beside))
const behind = computed(() => props.more.filter((action) => !action.beside))
const narrow = useMediaQuery('(max-width: 767px)')
const site = useSite()
const zone = computed(() => site.zone)
const short = (at: string) => shortIn(at, zone.value, site.now)
const waitsSince = (gate: { wait: { since: string } | null }) => {
  const since = gate.wait?.since ?? draft.value?.sent?.at
  return since ? short(since) : ''
}
const isLate = (at: string) => at <= site.now.toISOString()
const draft = computed(() => props.page.draft)
const openNotes = computed(() => draft.value?.notes.filter((note) => !note.resolved).length ?? 0)
const generalNotes = computed(() => draft.value?.notes.filter((note) => note.place === null).slice(-4) ?? [])
const filled = (gate: { missing: number }) => gate.missing === 0
/** Putting it live without clearance, where the person may. */
const past = computed(() => props.more.find(({ id, why }) => id === 'exception' && !why))
/** Whether anything is planned that trouble could be foreseen for. */
const foreseen = computed(() => draft.value?.event ?? props.page.withdrawEvent ?? props.page.window)
const mendable = computed(() => props.blockers.filter((reason) => reason.code !== 'not-cleared'))
const dot = (done: boolean, now: boolean) =>
  done ? 'bg-kelp-fill border-kelp-fill' : now ? 'bg-lamp-wash border-lamp-fill' : 'bg-sheet border-edge'
</script>

<template>
  <div class="flex h-full flex-col bg-sheet">
    <ol class="min-h-0 flex-1 overflow-y-auto px-4 py-5" :aria-label="say.track">
      <template v-if="draft">
        <li class="track-step">
          <span class="track-dot" :class="dot(draft.review !== 'draft' && draft.review !== 'returned', draft.review === 'draft')" />
          <p>
            <b class="font-semibold">{{ draft.change === 'content' ? say.written : say.asked }}</b>
            <span class="ml-1 text-soft">{{ draft.authors.join(', ') || page.author }}, {{ short(savedAt) }}</span>
          </p>
          <p v-if="changeWords(draft)" class="font-semibold text-lamp">{{ changeWords(draft) }}</p>
          <p v-if="draft.sent?.note && draft.review !== 'draft'" class="text-soft">“{{ draft.sent.note }}”</p>
          <p v-if="draft.review === 'draft' && draft.gates.some((gate) => gate.clearances.length)" class="text-lamp">
            {{ say.changedAfterItWasCleared }}
          </p>
        </li>
        <li v-for="gate in draft.gates" :key="gate.id" class="track-step">
          <span class="track-dot" :class="dot(gate.applies && filled(gate), draft.waiting.includes(gate.id))" />
          <p>
            <b class="font-semibold">{{ gate.name }}</b>
            <span v-if="gate.applies" class="ml-1 text-soft">{{
              say.clearedOfNeeded(Math.max(0, gate.needed - gate.missing), gate.needed)
            }}</span>
          </p>
          <div v-for="entry in gate.clearances" :key="entry.at" class="mt-1.5 rounded-md border border-line px-2.5 py-1.5">
            <StateMark :state="entry.stands ? 'cleared' : 'draft'" :label="entry.stands ? common.cleared : say.lapsed" />
            {{ say.byName(entry.name) }}<template v-if="entry.for">{{ say.andForWhom(entry.for) }}</template>
            <p class="text-soft">
              {{ say.atVersionNumber(short(entry.at), entry.number) }}<template v-if="entry.note">: “{{ entry.note }}”</template>
            </p>
          </div>
          <p v-if="!gate.applies" class="text-soft">{{ say.notNeeded }}</p>
          <div v-if="draft.waiting.includes(gate.id)" class="mt-1.5 rounded-md border border-lamp-fill bg-lamp-wash px-2.5 py-1.5">
            <StateMark state="in_review" />
            <span class="ml-1 text-soft">{{ say.sinceSince(waitsSince(gate)) }}</span>
            <p>
              {{ say.waitsFor }}
              <template v-if="gate.wait?.handed"
                ><b class="font-semibold">{{ gate.wait.handed }}</b
                >{{ say.andToWhomHandedIt(gate.wait.handedBy ?? '') }}</template
              ><template v-else>{{ say.whoDidNotWriteIt(gate.guards) }}</template>
            </p>
            <Suspense><GateClearers :draft="draft.id" :gate="gate.id" /></Suspense>
            <p v-if="gate.wait?.due" :class="isLate(gate.wait.due) ? 'font-semibold text-rust' : 'text-lamp'">
              {{ isLate(gate.wait.due) ? say.wasDue : say.due }} {{ short(gate.wait.due) }}
            </p>
          </div>
          <GateChecks v-if="gate.applies && gate.checks.length" :gate="gate.name" :checks="gate.checks" @mend="emit('mend', $event)" />
          <div
            v-if="draft.review === 'returned' && gate.id === draft.gates[0]!.id"
            class="mt-1.5 rounded-md border border-rust bg-rust-wash px-2.5 py-1.5"
          >
            <StateMark state="returned" :label="openNotes ? say.returnedOpenNotes(say.countedOpenNotes(openNotes)) : common.returned" />
          </div>
          <div v-if="generalNotes.length && gate.id === draft.gates[0]!.id" class="mt-1.5 space-y-1.5">
            <NoteThread
              v-for="thread in generalNotes"
              :key="thread.id"
              :thread="thread"
              there
              :may-write="page.may['item.write'] === null"
            />
          </div>
        </li>
        <li v-if="draft.review === 'in_review'" class="-mt-2 mb-3 list-none pl-6.5 empty:hidden">
          <Suspense><StuckWait :draft="draft.id" :may-put-live-anyway="!!past" @put-live-anyway="past?.run()" /></Suspense>
        </li>
        <li class="track-step">
          <span class="track-dot" :class="dot(false, Boolean(draft.event))" />
          <p>
            <b class="font-semibold">{{ say.timing }}</b>
            <span v-if="!draft.event" class="ml-1 text-soft">{{
              draft.change === 'content' ? say.atOnceOrWhenAPublisher : say.atOnce
            }}</span>
          </p>
          <template v-if="draft.event">
            <p v-if="draft.event.state === 'planned'" :class="draft.review === 'cleared' ? 'text-tide' : 'text-lamp'">
              {{ draft.event.at ? fullIn(draft.event.at, zone) : say.noMomentYet
              }}<template v-if="draft.event.until"> {{ say.untilUntil(fullIn(draft.event.until, zone)) }}</template
              ><template v-if="draft.event.repeats">, {{ draft.event.repeats }}</template
              ><template v-if="draft.event.edition"
                >{{ say.andWith }}
                <NuxtLink class="link" :to="`/office/editions/${draft.event.edition}`">{{ draft.event.editionName }}</NuxtLink></template
              ><template v-else>{{ say.andPlannedByOwner(draft.event.owner) }}</template>
            </p>
            <p v-if="draft.event.state === 'planned' && draft.event.at && draft.review !== 'cleared'" class="text-lamp">
              {{ say.ifItIsNotClearedByThen }}
            </p>
            <div v-if="draft.event.state === 'held'" class="mt-1 rounded-md border border-rust bg-rust-wash px-2.5 py-1.5">
              <StateMark state="held" :label="draft.event.at ? say.heldAtAt(short(draft.event.at)) : say.held" />
              <p v-for="reason in draft.event.reasons" :key="reason.code">{{ reason.detail }}</p>
            </div>
          </template>
        </li>
        <li class="track-step last">
          <span class="track-dot border-edge bg-sheet" />
          <p>
            <b class="font-semibold">{{ common.live }}</b>
            <span class="ml-1 text-soft">{{
              draft.change === 'withdrawal'
                ? common.leavesTheSite
                : draft.change === 'move'
                  ? say.movesToTo(draft.to ?? '')
                  : page.live
                    ? say.replacesVersionNumber(page.live.number)
                    : page.onSite === 'withdrawn'
                      ? say.comesBackToTheSite
                      : say.forTheFirstTime
            }}</span>
          </p>
          <ul v-if="mendable.length" class="mt-1 space-y-0.5">
            <li v-for="reason in mendable" :key="reason.code" class="text-rust">
              {{ reason.detail
              }}<template v-if="reason.at"
                >. <button class="link" @click="emit('mend', reason.at)">{{ say.goThere }}</button></template
              >
            </li>
          </ul>
        </li>
      </template>
      <template v-else>
        <li class="track-step last">
          <span class="track-dot" :class="dot(page.onSite === 'live', false)" />
          <p v-if="page.live">
            <b class="font-semibold">{{ common.live }}</b>
            <span class="ml-1 text-soft"
              >{{ say.versionNumberSinceSince(page.live.number, short(page.live.since))
              }}<template v-if="page.live.by">, {{ page.live.by }}</template></span
            >
          </p>
          <p v-else>
            <b class="font-semibold">{{ page.onSite === 'withdrawn' ? say.withdrawn : say.notOnSite }}</b>
            <span v-if="page.last?.to" class="ml-1 text-soft">{{ say.sinceTo(short(page.last.to)) }}</span>
          </p>
          <p v-if="page.withdrawEvent" class="text-tide">{{ say.leavesTheSite(fullIn(page.withdrawEvent.at, zone)) }}</p>
          <p class="text-soft">{{ say.noDraftIsOpen(page.onSite === 'live') }}</p>
        </li>
      </template>
      <Suspense v-if="foreseen"><ForeseenTroubles :item="page.id" :zone="zone" /></Suspense>
      <TimingFacts v-if="page.window || page.embargo" :page="page" :zone="zone" />
      <li v-if="page.owed" class="mt-3 list-none"><OwedLook :owed="page.owed" /></li>
      <li v-if="page.onSite !== 'none'" class="mt-3 list-none">
        <Suspense><ReceiptCard :item="page.id" :version="`${page.live?.version} ${page.live?.path} ${page.onSite}`" /></Suspense>
      </li>
    </ol>
    <!-- In a narrow window it stands at the foot of the window, within reach of a thumb, whatever is read. -->
    <Teleport :to="foot" :disabled="!foot || !narrow">
      <div class="border-t border-line bg-paper px-4 py-3.5 max-md:py-2 short:max-md:py-1">
        <div class="flex gap-2">
          <button v-if="main" class="button-main flex-1" :disabled="!!main.why" @click="main.run()">{{ main.name }}</button>
          <Menu v-if="behind.length" as="div" class="menu-place">
            <MenuButton class="button" :aria-label="say.moreActions"><Ellipsis class="size-4" /></MenuButton>
            <MenuList class="w-64 py-1">
              <MenuItem v-for="action in behind" :key="action.id" v-slot="{ active }" :disabled="!!action.why"
                ><button
                  class="block w-full px-3 py-1.5 text-left"
                  :class="[active && 'bg-deep', action.why && 'text-soft']"
                  @click="action.run()"
                >
                  {{ action.name }}<span v-if="action.why" class="block text-small">{{ action.why }}</span>
                </button></MenuItem
              >
            </MenuList>
          </Menu>
        </div>
        <button v-for="action in beside" :key="action.id" class="button mt-2 w-full" @click="action.run()">{{ action.name }}</button>
        <p v-if="main?.why" class="mt-2 text-body">{{ main.why }}</p>
        <p v-if="!main" class="text-body text-soft">{{ say.nothingToDoHereForYouNow }}</p>
      </div>
    </Teleport>
  </div>
</template>

<style scoped>
.track-step {
  position: relative;
  list-style: none;
  padding: 0 0 18px 26px;
}
.track-step:not(.last)::before {
  content: '';
  position: absolute;
  left: 6px;
  top: 16px;
  bottom: -4px;
  width: 2px;
  background: var(--color-line);
}
.track-dot {
  position: absolute;
  left: 0;
  top: 3px;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border-width: 2px;
  border-style: solid;
}
</style>
