<script lang="ts">
  // The chosen way as text and as blocks, both live; what it does; and what if.
  import Soon from '$lib/ui/Soon.svelte'
  import { go } from '$lib/router'
  import { HandState } from '$lib/state/hand.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import Next from '$lib/ui/Next.svelte'
  import NoRoast from '$lib/ui/NoRoast.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { carveAt, dateOf, later, sentence } from '$lib/units'
  import AddStage from './AddStage.svelte'
  import { HEIGHT } from './clock.svelte'
  import HandPicture from './HandPicture.svelte'
  import MethodText from './MethodText.svelte'
  import OwnMethods from './OwnMethods.svelte'
  import StageLine from './StageLine.svelte'
  import WhatIf from './WhatIf.svelte'
  import { firstWay, spans } from './shape'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  const hand = new HandState((quick) => plan.wish(quick))
  let began = $state<string | null>(null)

  $effect(() => {
    if (roast === null || kitchen.catalogue === null) return
    plan.open(roast)
    if (began === roast.id) return
    began = roast.id
    const lent = plan.lend()
    const cut = kitchen.catalogue?.cuts.find((c) => c.id === roast.joint.cut)
    hand.open(lent ?? roast.method ?? firstWay(roast, cut?.collagen ?? false))
  })
  // Lent while it is already open: one more change, that can be undone.
  $effect(() => {
    if (began === null || plan.lent === null) return
    hand.type(plan.lend() ?? '')
    hand.settle()
  })
  // Joint, oven, thermometer or rest of the draft have changed under it.
  const wishText = $derived(JSON.stringify(plan.wish(false)))
  let before = ''
  $effect(() => {
    const now = wishText
    if (before !== '' && before !== now) hand.refresh()
    before = now
  })

  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? new Date() : carveAt(draft))
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const cut = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const units = $derived(kitchen.units)
  const shaped = $derived(hand.shaped)
  const f = $derived(shaped?.forecast ?? null)
  const lengths = $derived(shaped === null ? [] : spans(shaped))
  /** The hour of sitting down for a serving line pulled to the hour of carving. */
  const sitDown = (at: Date): Date => later(at, draft?.ahead_min ?? 0)
  const taken = $derived(shaped !== null && roast?.method === shaped.method)
  const notes = $derived(f === null ? [] : [...f.notes, ...f.cautions])
  const coat = $derived(kitchen.catalogue?.coats.find((c) => c.id === draft?.joint.coat))

  async function take(): Promise<boolean> {
    if (shaped === null || place.current === null) return false
    return (await place.current.choose(shaped.method, 'by-hand')) === true
  }

  async function toFire(): Promise<void> {
    if (roast === null) return
    if (taken || (await take())) go('fire', roast.id)
  }

  async function putCoatOn(minute: number): Promise<void> {
    const stage = lengths.findIndex((s) => minute >= s.start && minute < s.end)
    if (stage < 0 || coat === undefined) return
    const at_min = minute - (lengths[stage]?.start ?? 0)
    const { hangs: verb, word: words } = coat
    await hand.edit({ op: 'hang', stage, verb, words, at_min, every_min: null })
  }

  function key(event: KeyboardEvent): void {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
    if (/^(INPUT|TEXTAREA)$/.test((event.target as HTMLElement).tagName)) return
    event.preventDefault()
    if (event.shiftKey) hand.redo()
    else hand.undo()
  }
</script>

<svelte:window onkeydown={key} />

{#if place.missing || roast === null || draft === null}
  <NoRoast missing={place.missing} current={place.current} words="No joint, no way." />
{:else}
  <section class="pt-4 pb-6 px-7 flex flex-col gap-2 flex-1 max-lg:p-3">
    <div class="flex justify-between items-center gap-y-2 gap-x-6 flex-wrap">
      <h1 class="text-2xl">By hand: {cut?.name ?? ''}</h1>
      <div class="acts">
        <button
          class="act plain min-h-11"
          disabled={hand.undoable === 0}
          title="Ctrl Z"
          onclick={() => hand.undo()}>Undo</button
        >
        <button
          class="act plain min-h-11"
          disabled={hand.redoable === 0}
          title="Ctrl Shift Z"
          onclick={() => hand.redo()}>Redo</button
        >
        <a class="act plain min-h-11" href="/ways/{roast.id}">All ways</a>
      </div>
    </div>
    {#if place.current?.fault}<p class="fault" role="alert">{place.current.fault}</p>{/if}
    <MethodText {hand} {serve} {units} />
    {#if shaped !== null}
      <div
        class="grid max-lg:[&>:first-child]:w-full grid-cols-[minmax(0,1fr)_auto] gap-6 items-center max-lg:grid-cols-1 max-lg:justify-items-center"
      >
        <!-- Its place is held: what stands below it does not move. -->
        <div class="min-w-0" style:min-height="{HEIGHT}px">
          <Soon
            ><HandPicture
              {shaped}
              {serve}
              atEnd={(draft?.ahead_min ?? 0) > 0 ? 'carve' : 'sit down'}
              {units}
              marks={oven?.marks ?? 'C'}
              stale={hand.stale}
              busy={hand.busy}
              onpull={(base, edit) => hand.pull(base, edit)}
              ondrop={(base, edit) => void hand.drop(base, edit)}
              onedit={(edit) => void hand.edit(edit)}
              onserve={(at) => !locked && plan.pull({ serve_at: sitDown(at).toISOString() }, true)}
            /></Soon
          >
        </div>
        <div class="min-h-37.5">
          {#if f !== null}
            <Soon
              ><MeatFace
                map={f.map}
                at_mm={f.map.at_mm[Math.floor(f.map.at_mm.length / 2)] ?? 0}
                height={150}
                label="Cut face: {Math.round((f.even_fraction ?? 0) * 100)} % as wanted"
              /></Soon
            >
          {/if}
        </div>
      </div>
      <div>
        {#each shaped.blocks as block, i (i)}
          <Soon
            ><StageLine
              {block}
              stage={i}
              count={shaped.blocks.length}
              minutes={(lengths[i]?.end ?? 0) - (lengths[i]?.start ?? 0)}
              {units}
              onedit={(edit) => hand.edit(edit)}
            /></Soon
          >
        {/each}
        <Soon><AddStage {hand} {shaped} /></Soon>
      </div>
      <Soon>
        {#if notes.length > 0}
          <ul class="grid gap-1">
            {#each notes as note (note.code + note.text)}
              <li class="border-l-3 border-accent pl-3 max-w-280">
                {sentence(note.text, units)}
                {#if note.code === 'coat_scorches' && f?.put_coat_on_min != null}
                  <button class="undo" onclick={() => putCoatOn(f.put_coat_on_min ?? 0)}
                    >put it on then</button
                  >
                {/if}
              </li>
            {/each}
          </ul>
        {/if}
      </Soon>
      <div
        class="grid grid-cols-[repeat(auto-fit,minmax(min(26rem,100%),1fr))] gap-y-6 gap-x-12 mt-3"
      >
        <Soon><WhatIf {hand} {units} /></Soon>
        <Soon><OwnMethods {hand} /></Soon>
      </div>
    {/if}
  </section>
  {#if taken || locked}
    <Next
      words={locked ? 'To the fire' : 'On to the day'}
      key={locked ? 'f' : 'd'}
      href={locked ? `/fire/${roast.id}` : `/day/${dateOf(new Date(draft.serve_at))}`}
    >
      {locked ? 'It is in: the way is closed.' : 'This is the way.'}
    </Next>
  {:else}
    <Next words="Take this way" disabled={shaped === null} onclick={() => void take()}>
      {#snippet beside()}
        <button class="undo" disabled={shaped === null} onclick={toFire}>To the fire</button>
      {/snippet}
    </Next>
  {/if}
{/if}
