<script lang="ts">
  // The authority's figures, as published and as changed: each value with where it is from.
  import Choice from '$lib/ui/Choice.svelte'
  import { http, want, type FigureRow, type Profile } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { sentence } from '$lib/units'
  import { bodyOf, fieldsOf, type Typed } from './read'

  let profiles = $state.raw<Profile[]>([])
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

<div class="max-w-248 pt-6 pb-12 px-7 grid gap-4">
  <h1 class="text-2xl">Whose figures</h1>
  <p class="quiet">
    Published guidance, as a starting point: check each with your own authority. A plan is compared
    with a figure; only a reading meets it.
  </p>
  <Choice
    label="Authority"
    options={profiles.map((one) => [one.id, `${one.name}${one.in_use ? ', in use' : ''}`] as const)}
    value={profile?.id ?? ''}
    onchoose={(id) => {
      shown = id
      open = ''
    }}
  />
  {#if profile !== undefined}
    <p>
      {profile.source}, read {profile.checked}.
      {#if !profile.in_use}
        <button class="act plain" onclick={() => use(profile.id)}>Use {profile.name}</button>
      {/if}
    </p>
    {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
    <ul aria-label="Figures of {profile.name}">
      {#each profile.rows as row (row.row)}
        <li
          class="grid grid-cols-[16rem_1fr_auto] gap-y-1 gap-x-5 items-center py-2 border-t border-line min-h-12 max-lg:grid-cols-1"
        >
          <span class="font-semibold">{row.words}</span>
          <span class="grid tabular-nums">
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
              class="col-span-full grid grid-cols-[8rem_8rem_1fr_auto_auto] gap-2 items-end pt-1 pb-2 max-lg:grid-cols-1"
              onsubmit={(e) => {
                e.preventDefault()
                void keep(row)
              }}
            >
              <label class="grid">
                <span class="label-text">
                  {row.unit === 'figure' || row.unit === 'C' ? degree : UNIT[row.unit]}
                  {row.row === 'whole' ? '(empty: the outside)' : ''}
                </span>
                <input class="field" inputmode="decimal" bind:value={typed.temp} />
              </label>
              {#if row.unit === 'figure'}
                <label class="grid">
                  <span class="label-text">held for, minutes</span>
                  <input class="field" inputmode="decimal" bind:value={typed.hold} />
                </label>
              {/if}
              <label class="grid col-start-3 max-lg:col-auto">
                <span class="label-text">Where it is from, with its date</span>
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
