<script lang="ts">
  // The chosen way as text and as blocks, both live; what it does; and what if.
  import { http, want, type OwnMethod } from '$lib/api/client'
  import { go } from '$lib/router'
  import { HandState } from '$lib/state/hand.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import MeatFace from '$lib/ui/MeatFace.svelte'
  import NoRoast from '$lib/ui/NoRoast.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { carveAt, delta, hour, sentence, temp } from '$lib/units'
  import HandPicture from './HandPicture.svelte'
  import StageLine from './StageLine.svelte'
  import { KINDS, firstWay, spans } from './shape'
  import { saveFile } from './files'

  const INSERTS = ['oven', 'rest', 'sear', 'off', 'turn', 'wait'] as const

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  const hand = new HandState((quick) => plan.wish(quick))
  let began = $state<string | null>(null)
  let own = $state<OwnMethod[]>([])
  let name = $state('')
  let told = $state('')
  let files: HTMLInputElement | undefined = $state()

  $effect(() => {
    if (roast === null || kitchen.catalogue === null) return
    plan.open(roast)
    if (began === roast.id) return
    began = roast.id
    const lent = plan.lend()
    const cut = kitchen.catalogue?.cuts.find((c) => c.id === roast.joint.cut)
    hand.open(lent ?? roast.method ?? firstWay(roast, cut?.collagen ?? false))
    void want(http.GET('/methods')).then(
      (found) => (own = found),
      () => undefined,
    )
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
  const sitDown = (at: Date): Date => new Date(at.getTime() + (draft?.ahead_min ?? 0) * 60_000)
  const inAt = $derived(f === null ? null : new Date(serve.getTime() - f.end_min * 60_000))
  const taken = $derived(shaped !== null && roast?.method === shaped.method)
  const notes = $derived(f === null ? [] : [...f.notes, ...f.cautions])
  const coat = $derived(kitchen.catalogue?.coats.find((c) => c.id === draft?.joint.coat))

  async function take(): Promise<boolean> {
    if (shaped === null || place.current === null) return false
    const done = await place.current.choose(shaped.method, 'by-hand')
    if (done) told = 'This is the way now.'
    return done === true
  }

  async function toFire(): Promise<void> {
    if (roast === null) return
    if (taken || (await take())) go('fire', roast.id)
  }

  async function keep(): Promise<void> {
    if (shaped === null || name.trim() === '') return
    try {
      own = await want(http.POST('/methods', { body: { name, method: shaped.method } }))
      told = `Kept as “${name.trim()}”. It stands among the ways from now on.`
      name = ''
      plan.refresh()
    } catch (error) {
      told = (error as Error).message
    }
  }

  async function drop(id: string): Promise<void> {
    try {
      own = await want(http.DELETE('/methods/{method_id}', { params: { path: { method_id: id } } }))
      plan.refresh()
    } catch (error) {
      told = (error as Error).message
    }
  }

  async function exportRoast(): Promise<void> {
    const wish = plan.wish(false)
    if (wish === null || shaped === null) return
    try {
      const file = await want(
        http.POST('/roast-file', { body: { ...wish, method: shaped.method } }),
      )
      saveFile('trencher-roast.json', file)
    } catch (error) {
      told = (error as Error).message
    }
  }

  async function exportOwn(): Promise<void> {
    saveFile('trencher-methods.json', await want(http.GET('/methods/file')))
  }

  async function bring(list: FileList | null): Promise<void> {
    const file = list?.[0]
    if (file === undefined) return
    try {
      const body = JSON.parse(await file.text()) as never
      own = await want(http.POST('/methods/file', { body }))
      told = `Brought in: ${own.length} of your own by now.`
      plan.refresh()
    } catch (error) {
      told = error instanceof SyntaxError ? `${file.name} is no JSON.` : (error as Error).message
    }
    if (files !== undefined) files.value = ''
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
  const minutes = (value: number | null): string =>
    value === null
      ? '–'
      : Math.abs(value) < 0.5
        ? 'same time'
        : `${Math.round(Math.abs(value))} min ${value > 0 ? 'later' : 'sooner'}`
</script>

<svelte:window onkeydown={key} />

{#if place.missing || roast === null || draft === null}
  <NoRoast missing={place.missing} current={place.current} words="No joint, no way." />
{:else}
  <section class="page">
    <div class="head">
      <h1>By hand: {cut?.name ?? ''}</h1>
      <div class="acts">
        <button
          class="act plain"
          disabled={hand.undoable === 0}
          title="Ctrl Z"
          onclick={() => hand.undo()}>Undo</button
        >
        <button
          class="act plain"
          disabled={hand.redoable === 0}
          title="Ctrl Shift Z"
          onclick={() => hand.redo()}>Redo</button
        >
        <a class="act plain" href="/ways/{roast.id}">All ways</a>
        <button class="act" disabled={locked || shaped === null || taken} onclick={take}>
          {taken ? 'This is the way' : 'Take this way'}
        </button>
        <button class="act plain" disabled={shaped === null} onclick={toFire}>
          To the fire <span class="key" aria-hidden="true">f</span>
        </button>
      </div>
    </div>
    {#if place.current?.fault}<p class="fault" role="alert">{place.current.fault}</p>{/if}
    <label class="text">
      <span class="sr-only">The method as text</span>
      <textarea
        class="field"
        rows="1"
        spellcheck="false"
        aria-invalid={hand.fault !== null}
        aria-describedby="text-fault"
        value={hand.text}
        oninput={(e) => hand.type(e.currentTarget.value)}
        onblur={() => hand.settle()}></textarea>
    </label>
    <p id="text-fault" class="said" role="status">
      {#if hand.fault !== null}
        <b class="wrong">
          {#if hand.fault.start !== null && hand.fault.end !== null && hand.fault.end > hand.fault.start}
            At <mark>{hand.text.slice(hand.fault.start, hand.fault.end)}</mark>:
          {/if}
          {sentence(hand.fault.text, units)}</b
        > The picture is of the last that could be read.
      {:else if shaped !== null && shaped.reason !== ''}
        <b class="wrong">{sentence(shaped.reason, units)}</b>
      {:else if f !== null && inAt !== null}
        In by <b>{hour(inAt)}</b>, out at <b>{temp(f.pull_core_c, units)}</b>
        {#if f.pull_min.low !== null}
          between {hour(new Date(inAt.getTime() + f.pull_min.low * 60_000))} and {hour(
            new Date(inAt.getTime() + (f.pull_min.high ?? 0) * 60_000),
          )}{/if}, ends at
        <b>{temp(f.peak_c.value, units)}</b>
        {#if f.peak_c.low !== null}({temp(f.peak_c.low, units, true)}–{temp(
            f.peak_c.high ?? 0,
            units,
            true,
          )}){/if} · {Math.round((f.even_fraction ?? 0) * 100)} % as wanted · loses {Math.round(
          f.loss * 100,
        )} % · ten minutes late
        {hand.stale ? '…' : delta(f.late_c, units)} · {Math.round(shaped?.hands_on_min ?? 0)} min of work
      {:else}
        Working it out…
      {/if}
    </p>
    {#if shaped !== null}
      <div class="bench">
        <HandPicture
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
        />
        {#if f !== null}
          <MeatFace
            map={f.map}
            at_mm={f.map.at_mm[Math.floor(f.map.at_mm.length / 2)] ?? 0}
            height={150}
            label="Cut face: {Math.round((f.even_fraction ?? 0) * 100)} % as wanted"
          />
        {/if}
      </div>
      <div class="lines">
        {#each shaped.blocks as block, i (i)}
          <StageLine
            {block}
            stage={i}
            count={shaped.blocks.length}
            minutes={(lengths[i]?.end ?? 0) - (lengths[i]?.start ?? 0)}
            {units}
            onedit={(edit) => hand.edit(edit)}
          />
        {/each}
        <div class="insert" role="group" aria-label="Add a stage">
          <span class="quiet">Add</span>
          {#each INSERTS as kind (kind)}
            <button
              class="undo"
              onclick={() => {
                const at = shaped.blocks.findIndex((b) => b.kind === 'rest')
                const end = shaped.blocks.length
                const where = kind === 'rest' || at < 0 ? end : kind === 'wait' ? 0 : at
                void hand.edit({ op: 'insert', stage: where, kind })
              }}>{KINDS[kind].toLowerCase()}</button
            >
          {/each}
        </div>
      </div>
      {#if notes.length > 0}
        <ul class="notes">
          {#each notes as note (note.code + note.text)}
            <li>
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
      <div class="below">
        <section aria-labelledby="what-if">
          <h2 id="what-if">What if</h2>
          <p class="quiet">
            One thing otherwise: minutes if you wait for the goal, degrees if you keep to the clock.
          </p>
          <table>
            <thead>
              <tr
                ><th scope="col">otherwise</th><th scope="col">out</th><th scope="col">ends</th></tr
              >
            </thead>
            <tbody>
              {#each hand.differences as d (d.code)}
                <tr>
                  <td>{sentence(d.words, units)}</td>
                  {#if d.reason !== ''}
                    <td colspan="2">{sentence(d.reason, units)}</td>
                  {:else}
                    <td>{minutes(d.minutes)}</td>
                    <td>{d.degrees === null ? '–' : delta(d.degrees, units)}</td>
                  {/if}
                </tr>
              {:else}
                <tr><td colspan="3" class="quiet">{f === null ? '' : 'Working it out…'}</td></tr>
              {/each}
            </tbody>
          </table>
        </section>
        <section aria-labelledby="fragile">
          <h2 id="fragile">Where it is fragile</h2>
          <ol>
            {#each hand.fragile.slice(0, 5) as d (d.text)}
              <li>
                <b>{sentence(d.text, units)}</b>
                {sentence(d.guard, units)}
              </li>
            {/each}
          </ol>
          <h2>Your own methods</h2>
          <form
            class="keep"
            onsubmit={(e) => {
              e.preventDefault()
              void keep()
            }}
          >
            <input
              class="field"
              aria-label="Name for this method"
              placeholder="Name"
              bind:value={name}
            />
            <button class="act plain" disabled={name.trim() === ''}>Keep it</button>
          </form>
          {#if told !== ''}<p role="status">{told}</p>{/if}
          <ul class="own">
            {#each own as m (m.id)}
              <li>
                <button class="undo" onclick={() => hand.open(m.method)}>{m.name}</button>
                <span class="quiet">{m.method}</span>
                <button class="undo" aria-label="Forget {m.name}" onclick={() => drop(m.id)}
                  >forget</button
                >
              </li>
            {/each}
          </ul>
          <div class="acts">
            <button class="undo" onclick={exportRoast}>this roast as a file</button>
            {#if own.length > 0}
              <button class="undo" onclick={exportOwn}>all of mine as a file</button>
            {/if}
            <button class="undo" onclick={() => files?.click()}>bring some in</button>
            <input
              bind:this={files}
              type="file"
              accept="application/json,.json"
              class="sr-only"
              tabindex="-1"
              aria-label="A file of methods"
              onchange={(e) => bring(e.currentTarget.files)}
            />
          </div>
        </section>
      </div>
    {/if}
  </section>
{/if}

<style>
  .page {
    padding: 1rem 1.75rem 1.5rem;
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
    flex: 1;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 0.5rem 1.5rem;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 1.5rem;
  }
  h2 {
    font-size: 1.15rem;
  }
  .acts .act {
    min-height: 44px;
  }
  textarea {
    font-size: 1.15rem;
    font-weight: 600;
    resize: vertical;
    padding: 0.5rem 0.8rem;
    field-sizing: content;
  }
  [aria-invalid='true'] {
    border-color: var(--accent);
    border-width: 2.5px;
  }
  .said {
    min-height: 1.6em;
    line-height: 1.4;
  }
  mark {
    background: var(--paper-deep);
    color: inherit;
    text-decoration: underline wavy var(--accent);
  }
  .bench {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 1.5rem;
    align-items: center;
  }
  .insert {
    display: flex;
    gap: 0.2rem 0.6rem;
    align-items: center;
    border-top: 1px solid var(--line);
    flex-wrap: wrap;
  }
  .notes {
    display: grid;
    gap: 0.25rem;
  }
  .notes li {
    border-left: 3px solid var(--accent);
    padding-left: 0.7rem;
    max-width: 70rem;
  }
  .below {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
    gap: 1.5rem 3rem;
    margin-top: 0.7rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
  }
  th {
    text-align: left;
    font-weight: 400;
    color: var(--ink-soft);
    font-size: 0.9rem;
  }
  td {
    border-top: 1px solid var(--line);
    padding: 0.3rem 0.8rem 0.3rem 0;
  }
  td + td {
    font-weight: 600;
    white-space: nowrap;
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
    display: grid;
    gap: 0.35rem;
    line-height: 1.35;
  }
  ol + h2 {
    margin-top: 1rem;
  }
  .keep {
    display: flex;
    gap: 0.6rem;
    margin: 0.3rem 0;
  }
  .keep .field {
    max-width: 16rem;
  }
  .own li {
    display: flex;
    flex-wrap: wrap;
    gap: 0 0.7rem;
    align-items: center;
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
    .bench {
      grid-template-columns: minmax(0, 1fr);
      justify-items: center;
    }
    .bench > :global(:first-child) {
      width: 100%;
    }
  }
</style>
