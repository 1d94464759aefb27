import type { ItemPage } from '~~/server/services/writing/itemPage'
import { actionsFor, nextAction, type ItemAction, type PlainAction } from '~~/core/flow/actionsFor'
import { dateIn } from '~~/core/time/date'
import type { TrackAction } from './TrackPanel.vue'
import { api, ApiProblem } from '~/composables/api'
import { whyNot } from '~/composables/commands'
import type { DraftAtHand } from '~/composables/draft'
import { provideNotes, sentPin } from '~/composables/itemNotes'
import { useNotices } from '~/stores/notices'
import { PLACES } from '~/components/frame/places'
import { useSite } from '~/stores/site'
import * as common from '~~/core/words/office/common'
import * as say from '~~/core/words/office/item'

type DialogName =
  | 'save'
  | 'beside'
  | 'rename'
  | 'send'
  | 'clear'
  | 'return'
  | 'exception'
  | 'fast'
  | 'hand'
  | 'remind'
  | 'plan'
  | 'plan-withdraw'
  | 'window-end'
  | 'embargo'
  | 'edition'
  | 'withdraw'
  | 'ask-withdraw'
  | 'withdraw-past'
  | 'roll-back'
  | 'shown-date'
  | 'behind'

/** What a person can do with an item, from where it stands and from their rights; the first is the one next thing. */
export function useItemActions(page: () => ItemPage, at: DraftAtHand | null, reload: () => void) {
  const notices = useNotices()
  const site = useSite()
  const router = useRouter()
  const dialog = ref<DialogName | null>(null)
  const rollTarget = ref<{ version: string; number: number } | null>(null)
  /** The gate that is being cleared or returned at. */
  const gateInHand = ref('')
  const head = () => at?.head.value ?? page().draft!.head
  const onScreen = () => {
    const { draft, live } = page()
    return { head: draft && head(), number: draft && (at?.number.value ?? draft.number), live: live?.version ?? null }
  }
  /**
   * The draft and the live version as they were when the open dialog was asked for. What it does is for those, whatever others do
   * meanwhile and is loaded beneath it; one's own saves are followed.
   */
  const seen = shallowRef(onScreen())
  watch(dialog, () => (seen.value = onScreen()), { flush: 'sync' })
  watch(
    () => at?.head.value,
    (now, before) => {
      const own = now !== page().draft?.head
      if (own && seen.value.head === before) seen.value = { ...seen.value, head: now ?? null }
    },
    { flush: 'sync' },
  )
  /** The notes at the item: what is done with one may change the text, so what is unsaved is saved first. */
  const notes = provideNotes(
    () => page().draft,
    () => at?.head.value ?? null,
    async (run, said) => {
      try {
        if (at && at.state.value !== 'saved') await at.save()
        await run()
        if (said) notices.done(said)
      } catch (error) {
        notices.trouble(error)
      } finally {
        reload()
      }
    },
  )
  const draftPath = () => `/drafts/${page().draft!.id}` as const
  const itemPath = () => `/items/${page().id}` as const

  /**
   * Saves what is unsaved, runs a command, says what happened or why not, and loads the page anew. Returns whether it was done; a
   * dialog that asked for it stays open where it was refused.
   */
  async function act(run: () => Promise<unknown>, said: string, undo?: { label: string; run: () => unknown }): Promise<boolean> {
    try {
      if (at && at.state.value !== 'saved') await at.save()
      await run()
      dialog.value = null
      notices.done(said, undo)
      return true
    } catch (error) {
      notices.trouble(error)
      return false
    } finally {
      reload()
    }
  }

  const send = (note: string) => act(() => api('POST', `${draftPath()}/send`, { body: { note }, ifMatch: head() }), say.sentToReview)
  const pullOut = () => act(() => api('POST', `${draftPath()}/pull-out`, { ifMatch: head() }), say.takenBackFromReview)
  /** Notes that were kept while reading go out with the verdict, whichever it is. */
  const kept = () => notes.pins.value.map(sentPin)
  /** Gives a verdict; the notes that went with it are kept no longer. */
  async function giveVerdict(run: () => Promise<unknown>, said: string): Promise<boolean> {
    const done = await act(run, said)
    if (done) notes.pins.value = []
    return done
  }
  const clear = (note: string) =>
    giveVerdict(
      () => api('POST', `${draftPath()}/clear`, { body: { gate: gateInHand.value, note, notes: kept() }, ifMatch: seen.value.head }),
      say.versionNumberCleared(seen.value.number ?? ''),
    )
  const giveBack = (text: string) => {
    const all = [...kept(), ...(text ? [{ text, place: null }] : [])]
    return giveVerdict(
      () => api('POST', `${draftPath()}/return`, { body: { gate: gateInHand.value, notes: all }, ifMatch: seen.value.head }),
      say.returnedToItsWriter,
    )
  }
  /** Back to the list that the person came from; who came from elsewhere stays. */
  function wayBack() {
    const { back } = router.options.history.state
    const place = PLACES.find(({ path }) => path === String(back).split('?')[0])
    return place && { label: say.backToName(place.name), run: () => router.push(String(back)) }
  }
  async function putLive(
    extra: { shownDate?: 'keep'; replacing?: string | undefined; exception?: string; fast?: string } = {},
  ): Promise<boolean> {
    try {
      if (at!.state.value !== 'saved') await at!.save()
      await api('POST', `${draftPath()}/put-live`, { body: extra, ifMatch: dialog.value ? seen.value.head : head() })
      dialog.value = null
      notices.done(say.itIsLive, wayBack())
      reload()
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      const codes = new Set(error.reasons.map((reason) => reason.code))
      if (codes.size === 1 && codes.has('shown-date-old')) dialog.value = 'shown-date'
      else if (codes.size === 1 && codes.has('behind')) dialog.value = 'behind'
      else {
        notices.trouble(error)
        reload()
      }
      return false
    }
  }
  async function putLiveToday(): Promise<void> {
    at!.setField('shownDate', dateIn(site.now.toISOString(), site.zone))
    await at!.save()
    await putLive()
  }
  const putLiveAnyway = (reason: string) => putLive({ exception: reason })
  const putLiveFast = (reason: string) => putLive({ fast: reason })
  const hand = (person: string, name: string, note: string) =>
    act(
      () => api('POST', `${draftPath()}/hand`, { body: { gate: gateInHand.value, person, note }, ifMatch: seen.value.head }),
      say.handedToName(name),
    )

  function askedAgain(): void {
    dialog.value = null
    notices.done(say.theyWereAskedAgain)
  }

  interface When {
    date: string
    time: string
    choice?: 'earlier' | 'later'
    zone?: string
    until?: When
    rule?: string | null
  }
  async function setTime(work: () => Promise<unknown>, said: string): Promise<void> {
    if (at && at.state.value !== 'saved') await at.save()
    await work()
    notices.done(said)
    reload()
  }
  const planEvent = (event: { id: string } | null, kind: 'put-live' | 'withdraw', when: When) => {
    if (event) return api('PATCH', `/events/${event.id}`, { body: when })
    const { rule, ...moment } = when
    const again = rule ? { rule } : {}
    return api('POST', `${itemPath()}/events`, {
      body:
        kind === 'withdraw' ? { kind, ...moment } : { kind: when.until ? 'window' : kind, draft: page().draft!.id, ...moment, ...again },
    })
  }
  const planLive = (when: When) => setTime(() => planEvent(page().draft!.event, 'put-live', when), say.theTimeIsSet)
  const planWithdraw = (when: When) => setTime(() => planEvent(page().withdrawEvent, 'withdraw', when), say.theTimeIsSet)
  const moveWindowEnd = (when: When) => setTime(() => planEvent(page().window, 'put-live', when), say.itsEndIsMoved)
  const embargo = (until: When | null) =>
    setTime(() => api('PUT', `${itemPath()}/embargo`, { body: { until } }), until ? say.theEmbargoIsSet : say.theEmbargoIsLifted)
  const intoEdition = (edition: string, withdraw: boolean) =>
    act(
      () =>
        api('POST', `/editions/${edition}/entries`, {
          body: { entries: [{ item: page().id, ...(withdraw ? { withdraw } : { draft: page().draft!.id }) }] },
        }),
      say.itGoesWithTheEdition,
    )
  const cancelPlan = (event: string) => act(() => api('DELETE', `/events/${event}`), say.thePlanIsCancelled)
  const putBack = (version: string) =>
    act(() => api('POST', `${itemPath()}/roll-back`, { body: { version }, ifMatch: page().live?.version ?? null }), say.itIsLiveAgain)
  const withdraw = (note: string) => {
    const version = seen.value.live!
    return act(
      () => api('POST', `${itemPath()}/withdraw`, { body: note ? { note } : {}, ifMatch: version }),
      say.withdrawnItsAddressAnswers410Now,
      {
        label: common.undo,
        run: () => putBack(version),
      },
    )
  }
  const askWithdraw = (note: string) =>
    act(() => api('POST', `${itemPath()}/proposals`, { body: { change: 'withdrawal', note } }), say.itsGatesAreAsked)
  const withdrawPast = (exception: string) =>
    act(
      () => api('POST', `${itemPath()}/withdraw`, { body: { exception }, ifMatch: seen.value.live }),
      say.withdrawnReviewersAreAskedToLook,
    )
  function askRollBack(version: string, number: number): void {
    rollTarget.value = { version, number }
    dialog.value = 'roll-back'
  }
  const rollBack = () =>
    act(
      () => api('POST', `${itemPath()}/roll-back`, { body: { version: rollTarget.value!.version }, ifMatch: seen.value.live }),
      say.versionIsLiveAgain(rollTarget.value!.number),
    )

  /** Begins a line of work beside those that are open; returns its id, or undefined when it was refused. */
  async function beginBeside(name: string): Promise<string | undefined> {
    let draft: string | undefined
    await act(async () => {
      draft = (await api('POST', `${itemPath()}/drafts`, { body: { name: name.slice(0, 100) } })).draft
    }, say.draftIsOpen(name))
    return draft
  }
  const rename = (name: string) => act(() => api('PATCH', draftPath(), { body: { name: name.slice(0, 100) } }), say.theDraftIsRenamed)
  const openDraft = () => act(() => api('POST', `${itemPath()}/drafts`, { body: {} }), say.aDraftIsOpen(page().onSite === 'live'))
  async function restore(version: string, number: number): Promise<void> {
    await act(async () => {
      const draft = await api('POST', `${itemPath()}/drafts`, { body: {} })
      await api('POST', `/drafts/${draft.draft}/restore`, { body: { version }, ifMatch: at?.head.value ?? draft.head })
    }, say.versionIsInTheDraft(number))
  }
  const discard = () => {
    const { draft, onSite, drafts } = page()
    const whole = onSite === 'none' && drafts.length < 2
    const reopen = () => act(() => api('POST', `/drafts/${draft!.id}/reopen`), say.theDraftIsOpenAgain)
    return act(() => api('POST', `${draftPath()}/discard`, { ifMatch: head() }), whole ? say.putIntoTheBin : say.isInTheBin(draft!.name), {
      label: common.undo,
      run: whole ? unbin : reopen,
    })
  }
  const reroute = () => act(() => api('POST', `${draftPath()}/reroute`, { ifMatch: head() }), say.itGoesTheRouteInForceNow)
  const unbin = () => act(() => api('POST', `${itemPath()}/unbin`), say.takenOutOfTheBin)

  const whyNotWrite = computed(() => whyNot(page().may['item.write']))

  const open = (name: DialogName) => () => void (dialog.value = name)
  const carryOut = () => act(() => api('POST', `${draftPath()}/put-live`, { body: {}, ifMatch: head() }), say.itIsDone)
  const RUN: Record<PlainAction, () => unknown> = {
    'pull-out': pullOut,
    remind: open('remind'),
    'put-live': () => putLive(),
    'carry-out': carryOut,
    send: () => (page().draft!.gates.some((gate) => gate.applies) ? open('send')() : send('')),
    plan: open('plan'),
    'cancel-plan': () => cancelPlan(page().draft!.event!.id),
    edition: open('edition'),
    ahead: () => router.push({ path: '/office/moment', query: { draft: page().draft!.id } }),
    save: open('save'),
    beside: open('beside'),
    rename: open('rename'),
    reroute,
    fast: open('fast'),
    exception: open('exception'),
    discard,
    change: openDraft,
    'window-end': open('window-end'),
    'cancel-window': () => cancelPlan(page().window!.id),
    lift: () => embargo(null),
    embargo: open('embargo'),
    'ask-withdraw': open('ask-withdraw'),
    'withdraw-past': open('withdraw-past'),
    withdraw: open('withdraw'),
    'plan-withdraw': open('plan-withdraw'),
    'cancel-withdraw': () => cancelPlan(page().withdrawEvent!.id),
    look: () => window.open(page().live!.path!, '_blank'),
    back: () => putBack(page().last!.version),
    rights: () => router.push({ path: '/office/people', query: { view: 'rights', section: page().section.id } }),
  }
  /** An action with what it does here, for the track. */
  const shown = (action: ItemAction): TrackAction => ({
    id: 'gate' in action ? `${action.do} ${action.gate}` : action.do,
    name: action.name,
    why: whyNot(action.why),
    beside: action.beside ?? false,
    run() {
      if (!('gate' in action)) return RUN[action.do]()
      gateInHand.value = action.gate
      dialog.value = action.do
    },
  })
  const can = computed(() => actionsFor(page(), notes.pins.value.length))
  const next = computed(() => nextAction(can.value))
  const main = computed(() => next.value && shown(next.value))
  const more = computed(() => can.value.filter((action) => action !== next.value).map(shown))

  return {
    dialog,
    seen,
    gateInHand,
    hand,
    askedAgain,
    notes,
    rollTarget,
    main,
    more,
    whyNotWrite,
    send,
    clear,
    giveBack,
    putLive,
    putLiveToday,
    putLiveAnyway,
    putLiveFast,
    planLive,
    planWithdraw,
    moveWindowEnd,
    embargo,
    intoEdition,
    beginBeside,
    rename,
    withdraw,
    askWithdraw,
    withdrawPast,
    askRollBack,
    rollBack,
    restore,
    unbin,
  }
}
