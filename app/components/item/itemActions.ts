import type { ItemPage } from '~~/server/services/writing/itemPage'
import { dateIn } from '~~/core/time/date'
import type { TrackAction } from './TrackPanel.vue'
import { api, ApiProblem } from '~/composables/api'
import { whyNot } from '~/composables/commands'
import type { DraftAtHand } from '~/composables/draft'
import { provideNotes, sentPin } from '~/composables/itemNotes'
import { counted } from '~/composables/words'
import { useNotices } from '~/stores/notices'
import { PLACES } from '~/components/frame/places'
import { useSite } from '~/stores/site'

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

  /** Saves what is unsaved, runs a command, says what happened or why not, and loads the page anew. */
  async function act(run: () => Promise<unknown>, said: string, undo?: { label: string; run: () => unknown }): Promise<boolean> {
    try {
      if (at && at.state.value !== 'saved') await at.save()
      await run()
      dialog.value = null
      notices.done(said, undo)
      return true
    } catch (error) {
      dialog.value = null
      notices.trouble(error)
      return false
    } finally {
      reload()
    }
  }

  const send = (note: string) => act(() => api('POST', `${draftPath()}/send`, { body: { note }, ifMatch: head() }), 'Sent to review')
  const pullOut = () => act(() => api('POST', `${draftPath()}/pull-out`, { ifMatch: head() }), 'Taken back from review')
  /** Notes that were kept while reading go out with the verdict, whichever it is. */
  const kept = () => notes.pins.value.map(sentPin)
  const clear = async (note: string) => {
    const said = `Version ${page().draft!.number} cleared`
    if (
      await act(() => api('POST', `${draftPath()}/clear`, { body: { gate: gateInHand.value, note, notes: kept() }, ifMatch: head() }), said)
    )
      notes.pins.value = []
  }
  const giveBack = async (text: string) => {
    const all = [...kept(), ...(text ? [{ text, place: null }] : [])]
    if (
      await act(
        () => api('POST', `${draftPath()}/return`, { body: { gate: gateInHand.value, notes: all }, ifMatch: head() }),
        'Returned to its writer',
      )
    )
      notes.pins.value = []
  }
  /** Back to the list that the person came from; who came from elsewhere stays. */
  function wayBack() {
    const { back } = router.options.history.state
    const place = PLACES.find(({ path }) => path === String(back).split('?')[0])
    return place && { label: `Back to ${place.name}`, run: () => router.push(String(back)) }
  }
  async function putLive(
    extra: { shownDate?: 'keep'; replacing?: string | undefined; exception?: string; fast?: string } = {},
  ): Promise<void> {
    try {
      if (at!.state.value !== 'saved') await at!.save()
      await api('POST', `${draftPath()}/put-live`, { body: extra, ifMatch: head() })
      dialog.value = null
      notices.done('It is live. The receipt is beside it.', wayBack())
      reload()
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      const codes = new Set(error.reasons.map((reason) => reason.code))
      if (codes.size === 1 && codes.has('shown-date-old')) dialog.value = 'shown-date'
      else if (codes.size === 1 && codes.has('behind')) dialog.value = 'behind'
      else {
        dialog.value = null
        notices.trouble(error)
        reload()
      }
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
    act(() => api('POST', `${draftPath()}/hand`, { body: { gate: gateInHand.value, person, note }, ifMatch: head() }), `Handed to ${name}`)

  interface When {
    date: string
    time: string
    choice?: 'earlier' | 'later'
    until?: When
    rule?: string
  }
  async function setTime(work: () => Promise<unknown>, said: string): Promise<void> {
    if (at && at.state.value !== 'saved') await at.save()
    await work()
    notices.done(said)
    reload()
  }
  const planEvent = (event: { id: string } | null, kind: 'put-live' | 'withdraw', when: When) =>
    event
      ? api('PATCH', `/events/${event.id}`, { body: when })
      : api('POST', `${itemPath()}/events`, {
          body: kind === 'withdraw' ? { kind, ...when } : { kind: when.until ? 'window' : kind, draft: page().draft!.id, ...when },
        })
  const planLive = (when: When) => setTime(() => planEvent(page().draft!.event, 'put-live', when), 'The time is set')
  const planWithdraw = (when: When) => setTime(() => planEvent(page().withdrawEvent, 'withdraw', when), 'The time is set')
  const moveWindowEnd = (when: When) => setTime(() => planEvent(page().window, 'put-live', when), 'Its end is moved')
  const embargo = (until: When | null) =>
    setTime(() => api('PUT', `${itemPath()}/embargo`, { body: { until } }), until ? 'The embargo is set' : 'The embargo is lifted')
  const intoEdition = (edition: string, withdraw: boolean) =>
    act(
      () =>
        api('POST', `/editions/${edition}/entries`, {
          body: { entries: [{ item: page().id, ...(withdraw ? { withdraw } : { draft: page().draft!.id }) }] },
        }),
      'It goes with the edition',
    )
  const cancelPlan = (event: string) => act(() => api('DELETE', `/events/${event}`), 'The plan is cancelled')
  const putBack = (version: string) =>
    act(() => api('POST', `${itemPath()}/roll-back`, { body: { version }, ifMatch: page().live?.version ?? null }), 'It is live again')
  const withdraw = () => {
    const version = page().live!.version
    return act(() => api('POST', `${itemPath()}/withdraw`, { ifMatch: version }), 'Withdrawn. Its address answers 410 now.', {
      label: 'Undo',
      run: () => putBack(version),
    })
  }
  const askWithdraw = (note: string) =>
    act(() => api('POST', `${itemPath()}/proposals`, { body: { change: 'withdrawal', note } }), 'Its gates are asked')
  const withdrawPast = (exception: string) =>
    act(
      () => api('POST', `${itemPath()}/withdraw`, { body: { exception }, ifMatch: page().live!.version }),
      'Withdrawn. Reviewers are asked to look at it.',
    )
  function askRollBack(version: string, number: number): void {
    rollTarget.value = { version, number }
    dialog.value = 'roll-back'
  }
  const rollBack = () =>
    act(
      () => api('POST', `${itemPath()}/roll-back`, { body: { version: rollTarget.value!.version }, ifMatch: page().live?.version ?? null }),
      `Version ${rollTarget.value!.number} is live again`,
    )

  /** Begins a line of work beside those that are open; answers its id, or undefined when it was refused. */
  async function beginBeside(name: string): Promise<string | undefined> {
    let draft: string | undefined
    await act(async () => {
      draft = (await api('POST', `${itemPath()}/drafts`, { body: { name: name.slice(0, 100) } })).draft
    }, `“${name}” is open. The other drafts stay as they are.`)
    return draft
  }
  const rename = (name: string) => act(() => api('PATCH', draftPath(), { body: { name: name.slice(0, 100) } }), 'The draft is renamed')
  const openDraft = () => act(() => api('POST', `${itemPath()}/drafts`, { body: {} }), 'A draft is open. Readers keep what they have.')
  async function restore(version: string, number: number): Promise<void> {
    await act(async () => {
      const draft = await api('POST', `${itemPath()}/drafts`, { body: {} })
      await api('POST', `/drafts/${draft.draft}/restore`, { body: { version }, ifMatch: at?.head.value ?? draft.head })
    }, `Version ${number} is in the draft; what was there stays in the history`)
  }
  const discard = () => {
    const { draft, onSite, drafts } = page()
    const whole = onSite === 'none' && drafts.length < 2
    const reopen = () => act(() => api('POST', `/drafts/${draft!.id}/reopen`), 'The draft is open again')
    return act(
      () => api('POST', `${draftPath()}/discard`, { ifMatch: head() }),
      whole ? 'Put into the bin' : `“${draft!.name}” is in the bin`,
      {
        label: 'Undo',
        run: whole ? unbin : reopen,
      },
    )
  }
  const reroute = () =>
    act(
      () => api('POST', `${draftPath()}/reroute`, { ifMatch: head() }),
      'It goes the route in force now; what was cleared there stays cleared',
    )
  const unbin = () => act(() => api('POST', `${itemPath()}/unbin`), 'Taken out of the bin')

  const whyNotWrite = computed(() => whyNot(page().may['item.write']))
  const why = (verb: keyof ItemPage['may']) => whyNot(page().may[verb])

  /** What a gate's checks want mended before it can be cleared, in a sentence. */
  function mustMend(id: string): string | undefined {
    const found = page()
      .draft!.gates.find((gate) => gate.id === id)!
      .checks.flatMap((check) => (check.must ? check.found : []))
    return found.length
      ? `Its checks must pass first: ${found[0]!.detail}${found.length > 1 ? `, and ${found.length - 1} more` : ''}`
      : undefined
  }

  const all = computed<TrackAction[]>(() => {
    const { draft, live, onSite, binnedAt, withdrawEvent } = page()
    if (binnedAt) return []
    const list: TrackAction[] = []
    if (draft) {
      if (draft.review === 'in_review') {
        const several = draft.waiting.length > 1
        const pinned = notes.pins.value.length
        const returning = pinned ? `Return with ${counted(pinned, 'note')}` : 'Return with a note'
        for (const { gate, of } of draft.mayClear) {
          const at = several ? ` at ${draft.gates.find((entry) => entry.id === gate)!.name}` : ''
          const ask = (name: DialogName) => () => {
            gateInHand.value = gate
            dialog.value = name
          }
          list.push(
            {
              id: `clear ${gate}`,
              name: `${draft.change === 'content' ? 'Clear' : draft.change === 'move' ? 'Clear the move' : 'Clear that it goes'}${at}${of ? ` for ${of}` : ''}`,
              why: mustMend(gate),
              run: ask('clear'),
            },
            { id: `return ${gate}`, name: `${returning}${at}`, beside: true, run: ask('return') },
          )
        }
        for (const id of draft.waiting)
          if (draft.mayClear.some(({ gate }) => gate === id) || !why('item.send'))
            list.push({
              id: `hand ${id}`,
              name: several ? `Hand on at ${draft.gates.find((entry) => entry.id === id)!.name}` : 'Hand to a colleague',
              run: () => ((gateInHand.value = id), (dialog.value = 'hand')),
            })
        if (!why('item.send')) list.push({ id: 'pull-out', name: 'Take back from review', run: pullOut })
        if (!draft.mayClear.length)
          list.push({
            id: 'put-live-later',
            name: 'Put live',
            why: why('item.put-live') ?? 'It may go live once its gate has cleared it.',
            run: () => putLive(),
          })
      } else if (draft.review === 'cleared' && draft.cleared && draft.change !== 'content') {
        const verb = draft.change === 'move' ? 'item.move' : 'item.withdraw'
        list.push({
          id: 'carry-out',
          name: draft.change === 'move' ? `Move it to ${draft.to} now` : 'Take it off the site now',
          why: why(verb),
          run: () =>
            act(() => api('POST', `${draftPath()}/put-live`, { body: {}, ifMatch: head() }), 'It is done. The receipt is beside it.'),
        })
      } else if (draft.review === 'cleared' && draft.cleared) {
        const waits = draft.event
          ? []
          : [{ id: 'plan', name: 'Set a time', why: why('item.plan') ?? why('item.put-live'), run: () => (dialog.value = 'plan') }]
        list.push({ id: 'put-live', name: 'Put live now', why: why('item.put-live'), run: () => putLive() }, ...waits)
        if (!why('item.send')) list.push({ id: 'pull-out', name: 'Take back from review', run: pullOut })
      } else
        list.push({
          id: 'send',
          name: draft.gates.some((gate) => gate.applies) ? 'Send to review' : 'Send on',
          why: why('item.send'),
          run: () => (draft.gates.some((gate) => gate.applies) ? (dialog.value = 'send') : send('')),
        })
      if (draft.change !== 'content') {
        // A withdrawal or a move has neither a text nor a time of its own.
      } else if (draft.event)
        list.push(
          { id: 'move-plan', name: 'Move its time', why: why('item.plan'), run: () => (dialog.value = 'plan') },
          { id: 'cancel-plan', name: 'Cancel its time', why: why('item.plan'), run: () => cancelPlan(draft.event!.id) },
        )
      else if (draft.review !== 'cleared')
        list.push({
          id: 'plan',
          name: 'Set a time ahead',
          why: why('item.plan') ?? why('item.put-live'),
          run: () => (dialog.value = 'plan'),
        })
      if (!draft.event?.edition)
        list.push({
          id: 'edition',
          name: 'Put into an edition',
          why: why('item.plan') ?? why('item.put-live'),
          run: () => (dialog.value = 'edition'),
        })
      list.push({
        id: 'ahead',
        name: 'See the site with it',
        run: () => router.push({ path: '/office/moment', query: { draft: draft.id } }),
      })
      if (!whyNotWrite.value && draft.change === 'content')
        list.push(
          { id: 'save', name: 'Save a named version', run: () => (dialog.value = 'save') },
          { id: 'beside', name: 'Begin another draft beside', run: () => (dialog.value = 'beside') },
          { id: 'rename', name: 'Rename this draft', run: () => (dialog.value = 'rename') },
        )
      if (draft.route.newer && !why('route.change')) list.push({ id: 'reroute', name: 'Put it on the route in force now', run: reroute })
      if (draft.review !== 'cleared' && draft.change === 'content' && draft.route.fast)
        list.push({
          id: 'fast',
          name: 'Put live now, cleared afterwards',
          why: why('item.put-live') ?? why('item.put-live-fast'),
          beside: !why('item.put-live') && !why('item.put-live-fast'),
          run: () => (dialog.value = 'fast'),
        })
      if (draft.review !== 'cleared' && draft.change === 'content' && draft.gates.length)
        list.push({
          id: 'exception',
          name: 'Put live without clearance',
          why: why('item.put-live-uncleared'),
          run: () => (dialog.value = 'exception'),
        })
      list.push({
        id: 'discard',
        name:
          draft.change !== 'content'
            ? 'Let it be'
            : onSite === 'none' && page().drafts.length < 2
              ? 'Put into the bin'
              : 'Discard this draft',
        why: draft.mine ? whyNotWrite.value : why('item.discard'),
        run: discard,
      })
    } else list.push({ id: 'change', name: 'Begin a draft', why: whyNotWrite.value, run: openDraft })
    if (page().window?.open)
      list.push({ id: 'window-end', name: 'Move the end of its window', why: why('item.plan'), run: () => (dialog.value = 'window-end') })
    else if (page().window)
      list.push({
        id: 'cancel-window',
        name: 'End its windows',
        why: why('item.plan'),
        run: () => cancelPlan(page().window!.id),
      })
    if (draft?.change === 'content')
      list.push(
        page().embargo
          ? { id: 'lift', name: 'Lift the embargo', why: why('item.plan') ?? why('item.put-live'), run: () => embargo(null) }
          : { id: 'embargo', name: 'Set an embargo', why: why('item.plan') ?? why('item.put-live'), run: () => (dialog.value = 'embargo') },
      )
    if (live) {
      if (page().withdrawalHeld)
        list.push(
          {
            id: 'ask-withdraw',
            name: 'Ask to take it off the site',
            why: draft?.change === 'withdrawal' ? 'Its gates are asked already.' : why('item.send'),
            run: () => (dialog.value = 'ask-withdraw'),
          },
          {
            id: 'withdraw-past',
            name: 'Withdraw without clearance',
            why: why('item.withdraw') ?? why('item.put-live-uncleared'),
            run: () => (dialog.value = 'withdraw-past'),
          },
        )
      else list.push({ id: 'withdraw', name: 'Withdraw from the site', why: why('item.withdraw'), run: () => (dialog.value = 'withdraw') })
      if (withdrawEvent)
        list.push(
          { id: 'move-withdraw', name: 'Move its end', why: why('item.plan'), run: () => (dialog.value = 'plan-withdraw') },
          { id: 'cancel-withdraw', name: 'Cancel its end', why: why('item.plan'), run: () => cancelPlan(withdrawEvent.id) },
        )
      else
        list.push({
          id: 'plan-withdraw',
          name: 'Set when it leaves the site',
          why: why('item.plan') ?? why('item.withdraw'),
          run: () => (dialog.value = 'plan-withdraw'),
        })
      if (live.path) list.push({ id: 'look', name: 'Look at it on the site', run: () => window.open(live.path!, '_blank') })
    } else if (draft?.change === 'content' && !withdrawEvent)
      list.push({
        id: 'plan-withdraw',
        name: 'Set when it leaves again',
        why: why('item.plan') ?? why('item.withdraw'),
        run: () => (dialog.value = 'plan-withdraw'),
      })
    if (!live && onSite === 'withdrawn' && page().last)
      list.push({ id: 'back', name: 'Put back as it was', why: why('item.roll-back'), run: () => putBack(page().last!.version) })
    if (!why('people.change'))
      list.push({
        id: 'rights',
        name: 'Who may do what here',
        run: () => router.push({ path: '/office/people', query: { view: 'rights', section: page().section.id } }),
      })
    return list
  })
  const main = computed(() => all.value.find((action) => !action.why) ?? all.value[0] ?? null)
  const more = computed(() => all.value.filter((action) => action !== main.value))

  return {
    dialog,
    gateInHand,
    hand,
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
