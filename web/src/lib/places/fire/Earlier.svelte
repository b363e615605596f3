<script lang="ts">
  // What earlier roasts taught of this one, asked for when it is opened.
  import { http, want, type Reason } from '$lib/api/client'
  import type { RoastState } from '$lib/state/roast.svelte'
  import Why from '$lib/ui/Why.svelte'

  let { current }: { current: RoastState } = $props()

  let rows = $state.raw<Reason[] | null>(null)
  let fault = $state('')

  async function load(roast_id: string): Promise<void> {
    try {
      rows = await want(http.GET('/roasts/{roast_id}/why', { params: { path: { roast_id } } }))
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
  $effect(() => void load(current.id))

  async function changed(): Promise<void> {
    await Promise.all([load(current.id), current.look()])
  }
</script>

{#if fault !== ''}
  <p class="fault" role="alert">{fault}</p>
{:else if rows === null}
  <p class="quiet">Looking it up…</p>
{:else if rows.length === 0}
  <p class="quiet">No roast before this one tells anything of it yet.</p>
{:else}
  <Why {rows} onchanged={changed} />
{/if}
