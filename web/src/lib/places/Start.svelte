<script lang="ts">
  // Where one was most likely going: the fire, if something is in it; else the block.
  import { go, navigate } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'

  const likely = $derived(kitchen.likely)
  $effect(() => {
    if (kitchen.catalogue === null) return
    if (likely === undefined) void navigate('/begin')
    else if (likely.status === 'roasting') go('fire', likely.id)
    else if (likely.status === 'resting') go('board', likely.id)
    else go('block', likely.status === 'done' ? undefined : likely.id)
  })
</script>

<p class="p-8 quiet">Opening the kitchen…</p>
