<script lang="ts">
  // The ovens: each one's truth, its inside, and which of them tonight.
  import {
    http,
    want,
    type Calibration,
    type Oven,
    type OvenBody,
    type Tin,
    type WhichOven,
  } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import { carveAt, delta, dial, fromF, hour, sentence, temp, toF, type Marks } from '$lib/units'
  import DialPicture from './DialPicture.svelte'
  import Shelves from './Shelves.svelte'
  import { bodyOf, freshOven, parseList, parsePair } from './profile'
  import Tins from './Tins.svelte'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  let chosen = $state<string | null>(null)
  let found = $state<Calibration | null>(null)
  let which = $state<WhichOven | null>(null)
  let tins = $state<Tin[]>([])
  let fault = $state('')
  let dialText = $state('')
  let realText = $state('')
  let pairFault = $state('')
  let shelvesText = $state<string | null>(null)

  /** Dial and measured, °C. */
  const measured = (of: Oven): [number, number][] => of.pairs as [number, number][]
  const units = $derived(kitchen.units)
  const celsius = $derived(units === 'C')
  const oven = $derived<Oven | undefined>(
    kitchen.ovens.find((o) => o.id === (chosen ?? plan.draft?.oven_id)) ?? kitchen.ovens[0],
  )
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const method = $derived(
    roast?.method ?? plan.ways.find((w) => w.forecast !== null)?.method ?? '160C until peak 57C',
  )
  const tonight = $derived(which?.ovens.find((o) => o.oven_id === oven?.id))
  const size = $derived(tonight?.forecast?.size)
  const draft = $derived(plan.draft)
  const serve = $derived(draft === null ? null : carveAt(draft))

  $effect(() => {
    const id = oven?.id
    void JSON.stringify(oven?.pairs)
    if (id === undefined) return
    void want(http.GET('/ovens/{oven_id}/calibration', { params: { path: { oven_id: id } } })).then(
      (c) => (found = c),
      (error: unknown) => (fault = (error as Error).message),
    )
  })
  $effect(() => {
    void want(http.GET('/tins')).then(
      (t) => (tins = t),
      () => undefined,
    )
  })
  let asked = 0
  $effect(() => {
    const wish = plan.wish(false)
    void JSON.stringify([kitchen.ovens, tins])
    if (wish === null) return
    const turn = ++asked
    void want(http.POST('/which-oven', { body: { ...wish, method } })).then(
      (answer) => {
        if (turn === asked) which = answer
      },
      () => undefined,
    )
  })

  let saving: Promise<unknown> = Promise.resolve()

  /** One after another, each on what the one before it kept: quick fingers lose nothing. */
  function save(part: Partial<OvenBody>): Promise<boolean> {
    const id = oven?.id
    const next = saving.then(() => keep(id, part))
    saving = next
    return next
  }

  async function keep(id: string | undefined, part: Partial<OvenBody>): Promise<boolean> {
    const known = kitchen.ovens.find((o) => o.id === id)
    if (known === undefined) return false
    try {
      const body = { ...bodyOf(known), ...part }
      await want(http.PUT('/ovens/{oven_id}', { params: { path: { oven_id: known.id } }, body }))
      await kitchen.reloadOvens()
      plan.refresh()
      fault = ''
      return true
    } catch (error) {
      fault = (error as Error).message
      return false
    }
  }

  async function addPair(): Promise<void> {
    if (oven === undefined) return
    const read = parsePair(dialText, realText, oven.marks as Marks, units)
    if ('fault' in read) {
      pairFault = read.fault
      return
    }
    pairFault = ''
    if (await save({ pairs: [...oven.pairs, read.pair] })) {
      dialText = ''
      realText = ''
    }
  }

  async function shelves(text: string): Promise<void> {
    const read = parseList(text, units)
    if ('fault' in read) {
      fault = read.fault
      shelvesText = text
      return
    }
    shelvesText = (await save({ shelves_mm: read.list })) ? null : text
  }

  async function add(): Promise<void> {
    try {
      const made = await want(http.POST('/ovens', { body: freshOven(kitchen.ovens.length) }))
      await kitchen.reloadOvens()
      chosen = made.id
    } catch (error) {
      fault = (error as Error).message
    }
  }

  async function forget(): Promise<void> {
    if (oven === undefined) return
    const answer = await http.DELETE('/ovens/{oven_id}', { params: { path: { oven_id: oven.id } } })
    if (answer.error !== undefined) {
      fault = (answer.error as { detail?: string }).detail ?? 'It stays.'
      return
    }
    chosen = null
    await kitchen.reloadOvens()
  }

  const heat = (c: number): number => Math.round(celsius ? c : toF(c))
  const back = (value: number): number => (celsius ? value : fromF(value))
  const limits = (low: number, high: number): [number, number] => [heat(low), heat(high)]
  const error180 = $derived(found?.line.find((p) => p.true_c === 180))
</script>

{#if oven === undefined}
  <section class="page">
    <h1>No oven yet.</h1>
    <p>Everything is reckoned for an oven: say what you have.</p>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <button class="act" onclick={add}>Add an oven</button>
  </section>
{:else}
  <section class="page">
    <div class="tabs">
      {#each kitchen.ovens as o (o.id)}
        <button class="tab" aria-pressed={o.id === oven.id} onclick={() => (chosen = o.id)}>
          {o.name}
        </button>
      {/each}
      <button class="undo" onclick={add}>Add an oven</button>
    </div>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <div class="top">
      <section aria-labelledby="truth">
        <h1 id="truth">
          {#if found === null || found.n === 0}
            Nobody has measured this oven.
          {:else}
            At {temp(180, units)} its dial shows {delta(error180?.error_c ?? 0, units)}, give or
            take
            {delta(found.sd_c, units).replace('+', '')}.
          {/if}
        </h1>
        <p class="quiet">
          Hang a thermometer in the middle, let it settle at one setting, and enter both. {found?.n ??
            0} measured. Dial error only: still or fan is another matter.
        </p>
        {#if found !== null}<DialPicture {found} pairs={measured(oven)} {units} />{/if}
        <form
          class="pair"
          onsubmit={(e) => {
            e.preventDefault()
            void addPair()
          }}
        >
          <label>
            <span class="label"
              >the dial shows, {oven.marks === 'gas' ? 'gas' : `°${oven.marks}`}</span
            >
            <input
              class="field"
              autocomplete="off"
              bind:value={dialText}
              aria-describedby="pair-fault"
            />
          </label>
          <label>
            <span class="label">inside it measures, °{units}</span>
            <input class="field" inputmode="decimal" autocomplete="off" bind:value={realText} />
          </label>
          <button class="act">Enter</button>
        </form>
        <p id="pair-fault" class="wrong" role="status">{pairFault}</p>
        <ul class="pairs">
          {#each measured(oven) as [shown, real], i (i)}
            <li>
              dial {dial(shown, oven.marks as Marks)}, measured {temp(real, units)}
              <button
                class="undo"
                aria-label="Take back measurement {i + 1}"
                onclick={() => save({ pairs: oven.pairs.filter((_, k) => k !== i) })}
                >take back</button
              >
            </li>
          {/each}
        </ul>
      </section>
      <section aria-labelledby="tonight">
        <h2 id="tonight">Tonight</h2>
        {#if roast === null || draft === null}
          <p class="quiet">Lay a joint on the block, and it is tried in each oven.</p>
          <a class="act" href="/block">To the block</a>
        {:else if which === null}
          <p class="quiet">Trying {draft.name} in each oven…</p>
        {:else}
          <p class="advice">{sentence(which.advice, units)}</p>
          <p class="quiet">{draft.name}: {method}</p>
          {#each which.ovens as o (o.oven_id)}
            {@const f = o.forecast}
            <div class="one" class:on={o.oven_id === draft.oven_id} data-oven={o.oven_id}>
              <h3>{o.name}</h3>
              {#if f !== null && serve !== null}
                <p>
                  In by <b>{hour(new Date(serve.getTime() - f.end_min * 60_000))}</b>, ends at
                  <b>{temp(f.peak_c.value, units)}</b>, {Math.round((f.even_fraction ?? 0) * 100)} % as
                  wanted; take-out ±{Math.round(
                    ((f.pull_min.high ?? 0) - (f.pull_min.low ?? 0)) / 2,
                  )} min.
                </p>
              {:else if o.reason !== ''}
                <p class="wrong">{sentence(o.reason, units)}</p>
              {/if}
              {#each o.words as words (words)}
                <p class:wrong={!o.fits && words.startsWith('It does not')}>
                  {sentence(words, units)}
                </p>
              {/each}
              {#each (f?.notes ?? []).filter((n) => n.code === 'oven_limit') as note (note.text)}
                <p class="note">{sentence(note.text, units)}</p>
              {/each}
              {#if o.oven_id !== draft.oven_id}
                <button
                  class="act plain"
                  disabled={locked}
                  onclick={() => plan.pull({ oven_id: o.oven_id }, true)}
                  >Roast it here<span class="sr-only">: {o.name}</span></button
                >
              {:else}
                <p class="quiet">It is planned here.</p>
              {/if}
            </div>
          {/each}
          <button class="undo" onclick={() => go('ways', roast.id)}>to the ways</button>
        {/if}
      </section>
    </div>
    <div class="below">
      <section aria-labelledby="profile">
        <h2 id="profile">What it is</h2>
        <div class="grid">
          <label>
            <span class="label">Its name</span>
            <input
              class="field"
              value={oven.name}
              onchange={(e) => save({ name: e.currentTarget.value.trim() })}
            />
          </label>
          <label>
            <span class="label">Kind</span>
            <select
              class="field"
              value={oven.kind}
              onchange={(e) => save({ kind: e.currentTarget.value as OvenBody['kind'] })}
            >
              <option value="fan">fan</option>
              <option value="still">still</option>
              <option value="gas">gas</option>
              <option value="air">table-top hot air</option>
            </select>
          </label>
          <label>
            <span class="label">Its dial is in</span>
            <select
              class="field"
              value={oven.marks}
              onchange={(e) => save({ marks: e.currentTarget.value as OvenBody['marks'] })}
            >
              <option value="C">°C</option>
              <option value="F">°F</option>
              <option value="gas">gas marks</option>
            </select>
          </label>
          <NumberField
            label="Lowest"
            value={heat(oven.min_c ?? 50)}
            low={limits(20, 200)[0]}
            high={limits(20, 200)[1]}
            unit="°{units}"
            note={oven.min_c === null ? 'not said' : ''}
            onvalue={(v) => save({ min_c: back(v) })}
          />
          <NumberField
            label="Highest"
            value={heat(oven.max_c ?? 250)}
            low={limits(60, 400)[0]}
            high={limits(60, 400)[1]}
            unit="°{units}"
            note={oven.max_c === null ? 'not said' : ''}
            onvalue={(v) => save({ max_c: back(v) })}
          />
          <NumberField
            label="Minutes to {temp(200, units)}"
            value={oven.preheat_min ?? 15}
            low={1}
            high={90}
            unit="min"
            note={oven.preheat_min === null ? 'not said' : ''}
            onvalue={(v) => save({ preheat_min: v })}
          />
          <NumberField
            label="Swings by"
            value={celsius ? oven.swing_c : oven.swing_c * 1.8}
            low={0}
            high={celsius ? 40 : 72}
            unit="°{units}"
            onvalue={(v) => save({ swing_c: celsius ? v : v / 1.8 })}
          />
          <label class="tick">
            <input
              type="checkbox"
              checked={oven.cooling_fan}
              onchange={(e) => save({ cooling_fan: e.currentTarget.checked })}
            />
            its fan runs on after it is switched off
          </label>
        </div>
        <button class="undo" onclick={forget}>forget this oven</button>
      </section>
      <section aria-labelledby="inside">
        <h2 id="inside">Its inside</h2>
        {#if oven.shelves_mm.length > 0}
          <Shelves
            shelves_mm={oven.shelves_mm}
            depth_mm={oven.depth_mm ?? 380}
            bare={oven.bare_element}
            height_mm={size?.thickness_mm ?? 0}
            length_mm={size?.length_mm ?? 0}
            {tonight}
            {units}
          />
        {/if}
        <div class="grid">
          <label class="wide">
            <span class="label"
              >From each shelf up to roof or element, lowest first, {celsius
                ? 'mm'
                : 'inches'}</span
            >
            <input
              class="field"
              value={shelvesText ??
                oven.shelves_mm
                  .map((mm) => (celsius ? String(Math.round(mm)) : (mm / 25.4).toFixed(1)))
                  .join(', ')}
              placeholder={celsius ? '310, 250, 190' : '12.2, 9.8, 7.5'}
              onchange={(e) => shelves(e.currentTarget.value)}
            />
          </label>
          <NumberField
            label="Width inside"
            value={celsius ? (oven.width_mm ?? 420) : (oven.width_mm ?? 420) / 25.4}
            low={celsius ? 100 : 4}
            high={celsius ? 1500 : 59}
            step={celsius ? 1 : 0.1}
            unit={celsius ? 'mm' : 'in'}
            note={oven.width_mm === null ? 'not said' : ''}
            onvalue={(v) => save({ width_mm: celsius ? v : v * 25.4 })}
          />
          <NumberField
            label="Depth inside"
            value={celsius ? (oven.depth_mm ?? 380) : (oven.depth_mm ?? 380) / 25.4}
            low={celsius ? 100 : 4}
            high={celsius ? 1500 : 59}
            step={celsius ? 1 : 0.1}
            unit={celsius ? 'mm' : 'in'}
            note={oven.depth_mm === null ? 'not said' : ''}
            onvalue={(v) => save({ depth_mm: celsius ? v : v * 25.4 })}
          />
          <label class="tick">
            <input
              type="checkbox"
              checked={oven.bare_element}
              onchange={(e) => save({ bare_element: e.currentTarget.checked })}
            />
            a bare element at the roof
          </label>
        </div>
        <Tins bind:tins />
      </section>
    </div>
  </section>
{/if}

<style>
  .page {
    padding: 0.8rem 1.75rem 1.5rem;
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    flex: 1;
  }
  section .undo {
    align-self: flex-start;
  }
  .tabs {
    display: flex;
    gap: 0.4rem 1.4rem;
    flex-wrap: wrap;
    align-items: baseline;
  }
  .tab {
    font-family: var(--typo-heading--font-family);
    font-size: 1.25rem;
    font-weight: 700;
    min-height: 44px;
    color: var(--ink-soft);
    border-bottom: 4px solid transparent;
  }
  .tab[aria-pressed='true'] {
    color: var(--ink);
    border-bottom-color: var(--accent);
  }
  .top,
  .below {
    display: grid;
    grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
    gap: 1rem 3rem;
  }
  section section {
    display: flex;
    flex-direction: column;
    gap: 0.5rem;
  }
  h1 {
    font-size: 1.7rem;
    line-height: 1.15;
  }
  h2 {
    font-size: 1.3rem;
  }
  h3 {
    font-size: 1.05rem;
    font-weight: 700;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 0.8rem;
    align-items: end;
  }
  .pairs {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1.6rem;
  }
  .advice {
    font-family: var(--typo-heading--font-family);
    font-weight: 700;
    font-size: 1.2rem;
    line-height: 1.25;
  }
  .one {
    border-top: 1px solid var(--line);
    padding: 0.5rem 0 0.6rem 0.9rem;
    line-height: 1.4;
    display: grid;
    justify-items: start;
    gap: 0.1rem;
  }
  .one.on {
    box-shadow: inset 5px 0 0 var(--accent);
    background: linear-gradient(90deg, var(--paper-deep), transparent);
  }
  .note {
    border-left: 3px solid var(--accent);
    padding-left: 0.6rem;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
    gap: 0.6rem 1.2rem;
    align-items: end;
  }
  .wide {
    grid-column: 1 / -1;
  }
  @media (max-width: 860px) {
    .page {
      padding: 0.75rem;
    }
    .top,
    .below {
      grid-template-columns: minmax(0, 1fr);
    }
    .pair {
      grid-template-columns: 1fr 1fr;
    }
    .grid {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
