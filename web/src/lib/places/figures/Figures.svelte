<script lang="ts">
  // The authority's figures, as published and as changed: each value with where it is from.
  import { http, want, type FigureRow, type Profile } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { sentence } from '$lib/units'
  import { bodyOf, fieldsOf, type Typed } from './read'

  let profiles = $state<Profile[]>([])
  let shown = $state('')
  let open = $state('')
  let typed = $state<Typed>({ temp: '', hold: '', why: '' })
  let fault = $state('')

  const units = $derived(kitchen.units)
  const degree = $derived(units === 'C' ? '°C' : '°F')
  const profile = $derived(
    profiles.find((x) => x.id === shown) ?? profiles.find((x) => x.in_use) ?? profiles[0],
  )
  const UNIT = { figure: '', C: '', min: 'minutes', days: 'days' }

  $effect(() => {
    http.GET('/figures').then(
      ({ data }) => (profiles = data ?? profiles),
      () => (fault = 'Trencher does not answer. What is shown is the last it said.'),
    )
  })

  async function kept(answer: Promise<Profile[]>): Promise<void> {
    try {
      profiles = await answer
      fault = ''
      open = ''
      plan.refresh()
    } catch (error) {
      fault = (error as Error).message
    }
  }

  function change(row: FigureRow): void {
    open = row.row
    typed = fieldsOf(row, units)
    fault = ''
  }

  async function keep(row: FigureRow): Promise<void> {
    if (profile === undefined) return
    const body = bodyOf(row, typed, units)
    if ('fault' in body) {
      fault = body.fault
      return
    }
    const path = { profile_id: profile.id, row: row.row }
    await kept(want(http.PUT('/figures/{profile_id}/{row}', { params: { path }, body })))
  }

  async function forget(row: FigureRow): Promise<void> {
    if (profile === undefined) return
    const path = { profile_id: profile.id, row: row.row }
    await kept(want(http.DELETE('/figures/{profile_id}/{row}', { params: { path } })))
  }

  async function use(id: string): Promise<void> {
    await kept(
      want(http.PUT('/figures/use/{profile_id}', { params: { path: { profile_id: id } } })),
    )
    await kitchen.load()
  }
</script>

<svelte:head><title>Figures · Trencher</title></svelte:head>

<div class="page">
  <h1>Whose figures</h1>
  <p class="quiet">
    Published guidance, as a starting point: check each with your own authority. A plan is compared
    with a figure; only a reading meets it.
  </p>
  <fieldset>
    <legend class="label">Authority</legend>
    {#each profiles as one (one.id)}
      <label class="tick">
        <input
          type="radio"
          name="authority"
          checked={profile?.id === one.id}
          onchange={() => {
            shown = one.id
            open = ''
          }}
        />
        {one.name}{one.in_use ? ', in use' : ''}
      </label>
    {/each}
  </fieldset>
  {#if profile !== undefined}
    <p>
      {profile.source}, read {profile.checked}.
      {#if !profile.in_use}
        <button class="act plain" onclick={() => use(profile.id)}>Use {profile.name}</button>
      {/if}
    </p>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <ul class="rows" aria-label="Figures of {profile.name}">
      {#each profile.rows as row (row.row)}
        <li>
          <span class="what">{row.words}</span>
          <span class="says">
            {#if row.own === null}
              {sentence(row.published, units)}
            {:else}
              <b>{sentence(row.own, units)}</b>
              <span class="quiet">
                yours since {row.on}: {row.why}. Published: {sentence(row.published, units)}.
              </span>
              {#if row.lower}
                <span class="wrong">It asks for less than the published figure.</span>
              {/if}
            {/if}
          </span>
          <span class="acts">
            {#if open !== row.row}
              <button class="undo" aria-label="Change: {row.words}" onclick={() => change(row)}
                >change</button
              >
            {/if}
            {#if row.own !== null}
              <button
                class="undo"
                aria-label="As published: {row.words}"
                onclick={() => forget(row)}>as published</button
              >
            {/if}
          </span>
          {#if open === row.row}
            <form
              onsubmit={(e) => {
                e.preventDefault()
                void keep(row)
              }}
            >
              <label>
                <span class="label">
                  {row.unit === 'figure' || row.unit === 'C' ? degree : UNIT[row.unit]}
                  {row.row === 'whole' ? '(empty: the outside)' : ''}
                </span>
                <input class="field" inputmode="decimal" bind:value={typed.temp} />
              </label>
              {#if row.unit === 'figure'}
                <label>
                  <span class="label">held for, minutes</span>
                  <input class="field" inputmode="decimal" bind:value={typed.hold} />
                </label>
              {/if}
              <label class="why">
                <span class="label">Where it is from, with its date</span>
                <input class="field" maxlength="160" bind:value={typed.why} />
              </label>
              <button class="act">Keep it</button>
              <button class="undo" type="button" onclick={() => (open = '')}>leave it</button>
            </form>
          {/if}
        </li>
      {/each}
    </ul>
  {:else if fault !== ''}
    <p class="fault" role="alert">{fault}</p>
  {:else}
    <p class="quiet">Looking them up…</p>
  {/if}
</div>

<style>
  h1 {
    font-size: 1.75rem;
  }
  .page {
    max-width: 62rem;
    padding: 1.5rem 1.75rem 3rem;
    display: grid;
    gap: 1rem;
  }
  fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 1.5rem;
  }
  li {
    display: grid;
    grid-template-columns: 16rem 1fr auto;
    gap: 0.25rem 1.25rem;
    align-items: center;
    padding: 0.5rem 0;
    border-top: 1px solid var(--line);
    min-height: 48px;
  }
  .what {
    font-weight: 600;
  }
  .says {
    display: grid;
    font-variant-numeric: tabular-nums;
  }
  form {
    grid-column: 1 / -1;
    display: grid;
    grid-template-columns: 8rem 8rem 1fr auto auto;
    gap: 0.6rem;
    align-items: end;
    padding: 0.25rem 0 0.5rem;
  }
  form label {
    display: grid;
  }
  .why {
    grid-column: 3;
  }
  @media (max-width: 860px) {
    li,
    form {
      grid-template-columns: 1fr;
    }
    .why {
      grid-column: auto;
    }
  }
</style>
