<script lang="ts">
  // The block: the joint itself, to scale, in the colours of what it will be.
  import { http, want, type Buying as BuyingAnswer } from '$lib/api/client'
  import { go } from '$lib/router'
  import { newestGrams } from '$lib/state/instruments'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { strays } from '$lib/state/strays.svelte'
  import Again from '$lib/ui/Again.svelte'
  import Legend from '$lib/ui/Legend.svelte'
  import NumberField from '$lib/ui/NumberField.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import {
    LB,
    sentence,
    duration,
    fromF,
    length as lengthText,
    temp,
    toF,
    weight,
  } from '$lib/units'
  import Butcher from './Butcher.svelte'
  import Buying from './Buying.svelte'
  import Care from './Care.svelte'
  import JointPicture from './JointPicture.svelte'
  import NewJoint from './NewJoint.svelte'
  import When from './When.svelte'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  const draft = $derived(plan.draft)
  const named = $derived(kitchen.catalogue?.cuts.find((c) => c.id === draft?.joint.cut))
  // A cut of one's own that was forgotten since: the joint still knows what it is.
  const cut = $derived(
    named ??
      (draft?.joint.own
        ? {
            note: '',
            rind: false,
            fat_mm: 0,
            bone_share: 0,
            ...(draft.joint.own as { name: string }),
          }
        : undefined),
  )
  const way = $derived(
    plan.ways.find((w) => w.id === roast?.school && w.forecast !== null) ??
      plan.ways.find((w) => w.forecast !== null),
  )
  /** What a scale that is heard of shows, in grams, if it could be a joint and is not in yet. */
  const onScale = $derived.by(() => {
    const shown = newestGrams(kitchen.instruments)
    const taken =
      shown !== undefined && Math.abs(shown / 1000 - (draft?.joint.weight_kg ?? 0)) < 0.005
    return shown === undefined || shown < 100 || shown > 25_000 || taken ? undefined : shown
  })
  const forecast = $derived(way?.forecast ?? null)
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const metric = $derived(kitchen.units === 'C')
  const MEASURES = [
    ['Thickness', 'thickness_mm', 15, 400],
    ['Width', 'width_mm', 15, 1000],
    ['Length', 'length_mm', 20, 2000],
  ] as const

  const size = $derived({
    thickness_mm: draft?.joint.thickness_mm ?? forecast?.size.thickness_mm ?? 80,
    length_mm: draft?.joint.length_mm ?? forecast?.size.length_mm ?? 200,
    width_mm: draft?.joint.width_mm ?? forecast?.size.width_mm ?? 80,
  })
  const ahead = $derived(
    kitchen.roasts.filter((r) => r.status === 'planning' || r.status === 'roasting'),
  )

  // What ten more millimetres would cost: asked for the way that is shown, when the hand is still.
  let lesson = $state<{ key: string; min: number } | null>(null)
  $effect(() => {
    if (plan.stale || draft === null || way === undefined || forecast === null) return
    const body = {
      joint: {
        ...draft.joint,
        thickness_mm: Math.min(400, size.thickness_mm + 10),
        width_mm: Math.min(1000, size.width_mm + 10),
      },
      oven_id: draft.oven_id,
      wanted_c: draft.wanted_c,
      rest_min: draft.rest_min,
      thermometer: draft.thermometer,
      method: way.method,
      quick: true,
    }
    const same = {
      ...body,
      joint: { ...body.joint, thickness_mm: size.thickness_mm, width_mm: size.width_mm },
    }
    const key = JSON.stringify(body)
    if (lesson?.key === key) return
    void Promise.all([
      want(http.POST('/forecast', { body })),
      want(http.POST('/forecast', { body: same })),
    ]).then(
      ([more, now]) => (lesson = { key, min: more.pull_min.value - now.pull_min.value }),
      () => (lesson = null),
    )
  })

  function pull(what: 'thickness_mm' | 'length_mm', value: number, done: boolean): void {
    plan.pull({ joint: { [what]: value } }, done)
  }
  const mm = (value: number): number => (metric ? value : value / 25.4)
  const toMm = (value: number): number => (metric ? value : value * 25.4)
  const deg = (c: number): number => (metric ? c : toF(c))
  const toC = (value: number): number => (metric ? value : fromF(value))

  const serve = $derived(draft === null ? new Date() : new Date(draft.serve_at))
  const servings = $derived(forecast === null ? null : forecast.cooked_kg / 0.16)

  let bought = $state<BuyingAnswer | null>(null)
  async function putAside(): Promise<void> {
    if (roast === null) return
    if (await strays.putAside({ record: 'roast', id: roast.id, name: roast.name })) go('block')
  }

  async function withCut(id: string): Promise<void> {
    const other = kitchen.catalogue?.cuts.find((c) => c.id === id)
    if (other === undefined) return
    const joint = { cut: id, own: other.own ?? null, fat_mm: null }
    plan.pull({ joint, wanted_c: other.wanted_c }, true)
  }
</script>

{#if place.missing}
  <section class="empty">
    <h1>Nothing on the block.</h1>
    <p class="quiet">What are you roasting? Its name is enough to begin; measure it next.</p>
    <div class="narrow"><NewJoint /></div>
  </section>
{:else if place.current?.fault}
  <section class="empty">
    <h1>That roast is not here.</h1>
    <p class="fault" role="alert">{place.current.fault}</p>
    <a class="act" href="/">To what is on</a>
  </section>
{:else if draft === null || cut === undefined || roast === null}
  <p class="empty quiet">Fetching the joint…</p>
{:else}
  <section class="block">
    <div class="left">
      <div class="head">
        <div>
          <h1>{cut.name}</h1>
          <p class="quiet">{draft.name}{cut.note === '' ? '' : ` · ${cut.note}`}</p>
        </div>
        <div class="find"><NewJoint /></div>
      </div>
      {#if ahead.length > 1}
        <nav class="others" aria-label="Joints on the block">
          {#each ahead as other (other.id)}
            <a href="/block/{other.id}" aria-current={other.id === roast.id ? 'page' : undefined}>
              {other.name}
            </a>
          {/each}
        </nav>
      {/if}
      {#if forecast !== null}
        <div class:waiting={plan.stale}>
          <JointPicture
            map={forecast.map}
            thickness_mm={size.thickness_mm}
            length_mm={size.length_mm}
            units={kitchen.units}
            onpull={pull}
            grain_deg={draft.care.grain_deg ?? null}
            ongrain={(grain_deg) =>
              plan.pull({ care: { ...$state.snapshot(draft.care), grain_deg } }, true)}
          />
        </div>
        <div class="legend">
          <Legend units={kitchen.units} bands={kitchen.catalogue?.bands ?? []} />
        </div>
        <p class="lesson">
          {#if lesson !== null}
            Thickness rules: <b
              >{lengthText(10, kitchen.units)} more all round is {duration(lesson.min)} more</b
            >, this way.
          {/if}
          <span class="quiet">
            The picture is the highest each part will reach, going “{way?.name.toLowerCase()}”.
            Predicted, not measured.
          </span>
        </p>
      {/if}
      {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
      <div class="below">
        <Buying {roast} onfound={(b) => (bought = b)} />
        <Care {roast} endMin={forecast?.end_min ?? null} />
        <Butcher found={bought} />
        <Again roastId={roast.id} weight_kg={draft.joint.weight_kg} />
      </div>
    </div>

    <form class="right" onsubmit={(e) => e.preventDefault()} inert={locked}>
      {#if locked}<p class="fault">It is in the oven: the plan is closed.</p>{/if}
      <When name={draft.name} {serve} />
      <NumberField
        big
        label="On the scale"
        value={metric ? draft.joint.weight_kg : draft.joint.weight_kg / LB}
        low={metric ? 0.1 : 0.1 / LB}
        high={metric ? 25 : 25 / LB}
        step={0.05}
        unit={metric ? 'kg' : 'lb'}
        onvalue={(v) => plan.pull({ joint: { weight_kg: metric ? v : v * LB } }, true)}
      />
      {#if onScale !== undefined}
        {@const kg = onScale / 1000}
        <button class="link" onclick={() => plan.pull({ joint: { weight_kg: kg } }, true)}>
          take {weight(kg, kitchen.units)} from the scale
        </button>
      {/if}
      {#if servings !== null && forecast !== null}
        <p class="feeds">
          <b>{weight(forecast.cooked_kg, kitchen.units)} carved</b>, {Math.max(
            1,
            Math.floor(servings),
          )} good helpings. The oven takes {Math.round(forecast.loss * 100)} %.
        </p>
      {/if}
      <div class="three">
        {#each MEASURES as [name, key, low, high] (key)}
          <NumberField
            label={name}
            note={forecast?.size.estimated.includes(key) ? 'estimated' : ''}
            value={mm(size[key])}
            low={mm(low)}
            high={mm(high)}
            step={metric ? 1 : 0.1}
            unit={metric ? 'mm' : 'in'}
            onvalue={(v) => plan.pull({ joint: { [key]: toMm(v) } }, true)}
          />
        {/each}
      </div>
      <label class="wanted">
        <span class="label">Wanted at its peak</span>
        <span class="peak">
          <input
            type="range"
            min="44"
            max="95"
            step="0.5"
            value={draft.wanted_c}
            aria-valuetext={temp(draft.wanted_c, kitchen.units)}
            oninput={(e) => plan.pull({ wanted_c: Number(e.currentTarget.value) }, false)}
            onchange={(e) => plan.pull({ wanted_c: Number(e.currentTarget.value) }, true)}
          />
          <b>{temp(draft.wanted_c, kitchen.units)}</b>
        </span>
      </label>
      {#each forecast?.cautions ?? [] as caution (caution.code)}
        <p class="fault">{sentence(caution.text, kitchen.units)}</p>
      {/each}
      <div class="two">
        <NumberField
          label="Core now"
          note="assumed"
          value={deg(draft.joint.start_c)}
          low={deg(-25)}
          high={deg(45)}
          unit={metric ? '°C' : '°F'}
          onvalue={(v) => plan.pull({ joint: { start_c: toC(v) } }, true)}
        />
        <NumberField
          label="Rest"
          value={draft.rest_min}
          low={0}
          high={240}
          step={5}
          unit="min"
          onvalue={(v) => plan.pull({ rest_min: v }, true)}
        />
      </div>
      <label>
        <span class="label">Oven</span>
        <select
          class="field"
          value={draft.oven_id}
          onchange={(e) => plan.pull({ oven_id: e.currentTarget.value }, true)}
        >
          {#each kitchen.ovens as oven (oven.id)}
            <option value={oven.id}>{oven.name}</option>
          {/each}
        </select>
      </label>
      <div class="two">
        <NumberField
          label={cut.rind ? 'Fat under the rind' : 'Fat on top'}
          note={draft.joint.fat_mm === null || draft.joint.fat_mm === undefined ? 'usual' : ''}
          value={mm(draft.joint.fat_mm ?? cut.fat_mm)}
          low={0}
          high={mm(40)}
          step={metric ? 1 : 0.05}
          unit={metric ? 'mm' : 'in'}
          onvalue={(v) => plan.pull({ joint: { fat_mm: toMm(v) } }, true)}
        />
        <label>
          <span class="label">Its surface</span>
          <select
            class="field"
            value={draft.joint.surface ?? 'blotted'}
            onchange={(e) =>
              plan.pull(
                { joint: { surface: e.currentTarget.value as 'wet' | 'blotted' | 'dried' } },
                true,
              )}
          >
            <option value="wet">wet</option>
            <option value="blotted">blotted</option>
            <option value="dried">dried cold</option>
          </select>
        </label>
      </div>
      <div class="two">
        <NumberField
          label="Pieces alike"
          note={(draft.joint.pieces ?? 1) > 1 ? 'the weight is of one' : ''}
          value={draft.joint.pieces ?? 1}
          low={1}
          high={12}
          step={1}
          unit=""
          onvalue={(v) => plan.pull({ joint: { pieces: Math.round(v) } }, true)}
        />
        {#if cut.bone_share === 0}
          <label class="bones">
            <input
              type="checkbox"
              checked={draft.joint.bones_on ?? false}
              onchange={(e) => plan.pull({ joint: { bones_on: e.currentTarget.checked } }, true)}
            />
            Its bones tied back under it
          </label>
        {/if}
      </div>
      <details>
        <summary>It is another cut</summary>
        <select
          class="field"
          aria-label="Cut"
          value={draft.joint.cut}
          onchange={(e) => withCut(e.currentTarget.value)}
        >
          {#each kitchen.catalogue?.cuts ?? [] as other (other.id)}
            <option value={other.id}>{other.name}</option>
          {/each}
        </select>
      </details>
      <div class="go">
        <button type="button" class="act grow" onclick={() => go('ways', roast.id)}>
          See the ways <span class="key" aria-hidden="true">w</span>
        </button>
        <button
          type="button"
          class="act plain"
          disabled={plan.undoable === 0}
          onclick={() => plan.undo()}>Undo</button
        >
      </div>
      <button type="button" class="link" onclick={putAside}>Take it off the block</button>
    </form>
  </section>
{/if}

<style>
  .bones {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    align-self: end;
    min-height: 44px;
  }
  .bones input {
    width: 22px;
    height: 22px;
  }
  .empty {
    padding: 3rem 1.75rem;
    display: grid;
    gap: 1rem;
    justify-items: start;
  }
  .empty h1 {
    font-size: 3rem;
  }
  .narrow {
    width: min(30rem, 90vw);
  }
  .block {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 318px;
    gap: 2rem;
    padding: 1.1rem 1.75rem 1.5rem;
    flex: 1;
  }
  .head {
    display: flex;
    gap: 1.5rem;
    justify-content: space-between;
    align-items: flex-start;
  }
  h1 {
    font-size: 1.9rem;
    line-height: 1.15;
  }
  .find {
    width: 17rem;
    flex: none;
  }
  .others {
    display: flex;
    gap: 0.5rem 1.5rem;
    flex-wrap: wrap;
    margin-top: 0.35rem;
  }
  .others a {
    min-height: 40px;
    display: inline-flex;
    align-items: center;
    text-decoration: underline;
    text-underline-offset: 4px;
    text-decoration-color: var(--line-strong);
  }
  .others a[aria-current] {
    font-weight: 700;
    text-decoration-color: var(--accent);
    text-decoration-thickness: 3px;
  }
  .legend {
    margin-left: 66px;
    max-width: 640px;
  }
  .lesson {
    margin: 0.9rem 0 0 66px;
    font-size: 1.1rem;
    max-width: 44rem;
  }
  .lesson span {
    display: block;
    font-size: 0.95rem;
  }
  .below {
    margin: 1.4rem 0 0 66px;
    display: grid;
    gap: 1.8rem;
    border-top: 1px solid var(--line);
    padding-top: 1.2rem;
  }
  .waiting {
    opacity: 0.82;
  }
  .right {
    display: grid;
    gap: 0.7rem;
    align-content: start;
  }
  .three {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 0.5rem;
  }
  .two {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.75rem;
    align-items: start;
  }
  .feeds {
    border-bottom: 1px solid var(--line);
    padding-bottom: 0.6rem;
  }
  .peak {
    display: flex;
    align-items: center;
    gap: 0.75rem;
  }
  .peak input {
    flex: 1;
    height: 44px;
    accent-color: var(--accent);
  }
  .peak b {
    font-family: var(--typo-heading--font-family);
    font-size: 1.6rem;
    min-width: 5.2rem;
    text-align: right;
  }
  summary {
    min-height: 32px;
    cursor: pointer;
    color: var(--ink-soft);
  }
  .go {
    display: flex;
    gap: 0.5rem;
  }
  .grow {
    flex: 1;
  }
  @media (max-width: 860px) {
    .block {
      grid-template-columns: minmax(0, 1fr);
      padding: 0.75rem;
      gap: 1rem;
    }
    .head {
      flex-direction: column;
    }
    .find {
      width: 100%;
    }
    .legend,
    .lesson,
    .below {
      margin-left: 0;
    }
  }
  .link {
    text-decoration: underline;
    min-height: 44px;
    text-align: left;
  }
</style>
