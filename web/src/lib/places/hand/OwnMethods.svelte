<script lang="ts">
  // Methods of one's own: kept by name, opened, forgotten, handed on as a file and taken in.
  import { http, want, type OwnMethod } from '$lib/api/client'
  import type { HandState } from '$lib/state/hand.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { tell } from '$lib/state/told.svelte'
  import TakeFile from '$lib/ui/TakeFile.svelte'
  import { saveFile } from './files'

  let { hand }: { hand: HandState } = $props()

  let own = $state.raw<OwnMethod[]>([])
  let name = $state('')
  let fault = $state('')
  const shaped = $derived(hand.shaped)

  $effect(() => {
    void want(http.GET('/methods')).then(
      (found) => (own = found),
      () => undefined,
    )
  })

  /** Do it, and say what came in the way. */
  async function tried(act: () => Promise<void>): Promise<void> {
    try {
      await act()
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }

  const keep = (): Promise<void> =>
    tried(async () => {
      if (shaped === null || name.trim() === '') return
      own = await want(http.POST('/methods', { body: { name, method: shaped.method } }))
      tell(`Kept as “${name.trim()}”. It stands among the ways from now on.`)
      name = ''
      plan.refresh()
    })

  const drop = (id: string): Promise<void> =>
    tried(async () => {
      const params = { path: { method_id: id } }
      own = await want(http.DELETE('/methods/{method_id}', { params }))
      plan.refresh()
    })

  const exportRoast = (): Promise<void> =>
    tried(async () => {
      const wish = plan.wish(false)
      if (wish === null || shaped === null) return
      const body = { ...wish, method: shaped.method }
      saveFile('trencher-roast.json', await want(http.POST('/roast-file', { body })))
    })

  const exportOwn = (): Promise<void> =>
    tried(async () => saveFile('trencher-methods.json', await want(http.GET('/methods/file'))))

  const bring = (file: File): Promise<void> =>
    tried(async () => {
      let body: never
      try {
        body = JSON.parse(await file.text()) as never
      } catch {
        throw new Error(`${file.name} is no JSON.`)
      }
      own = await want(http.POST('/methods/file', { body }))
      tell(`Brought in: ${own.length} of your own by now.`)
      plan.refresh()
    })
</script>

<section class="mt-4" aria-labelledby="own-methods">
  <h2 class="text-lg" id="own-methods">Your own methods</h2>
  <form
    class="flex gap-2 my-1"
    onsubmit={(e) => {
      e.preventDefault()
      void keep()
    }}
  >
    <input
      class="field max-w-64"
      aria-label="Name for this method"
      placeholder="Name"
      bind:value={name}
    />
    <button class="act plain" disabled={name.trim() === ''}>Keep it</button>
  </form>
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  <ul>
    {#each own as m (m.id)}
      <li class="flex flex-wrap gap-x-3 items-center">
        <button class="undo" onclick={() => hand.open(m.method)}>{m.name}</button>
        <span class="quiet">{m.method}</span>
        <button class="undo" aria-label="Forget {m.name}" onclick={() => drop(m.id)}>forget</button>
      </li>
    {/each}
  </ul>
  <div class="acts">
    <button class="undo" onclick={exportRoast}>this roast as a file</button>
    {#if own.length > 0}
      <button class="undo" onclick={exportOwn}>all of mine as a file</button>
    {/if}
  </div>
  <TakeFile label="A file of methods" accept={{ 'application/json': ['.json'] }} ontake={bring} />
</section>
