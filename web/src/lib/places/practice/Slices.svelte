<script lang="ts">
  // Each slice by what its middle reached, from the thick end.
  import type { JointDebrief } from '$lib/api/client'
  import { temp, type Units } from '$lib/units'

  let { joint, units }: { joint: JointDebrief; units: Units } = $props()

  const slices = $derived(joint.served.slices_c)
  const off = (c: number): string => {
    const away = Math.min(Math.abs(c - joint.wanted_c) / 10, 1)
    return c >= joint.wanted_c
      ? `color-mix(in oklab, var(--wanted-soft), var(--ember) ${Math.round(away * 100)}%)`
      : `color-mix(in oklab, var(--wanted-soft), var(--accent) ${Math.round(away * 100)}%)`
  }
</script>

<ol class="flex gap-0.5 items-end" aria-label="Slices from the thick end">
  {#each slices as c, n (n)}
    <li
      class="flex-1 h-20 rounded-sm grid content-end text-center text-xs"
      style:background={off(c)}
      title="{joint.words[n]}, {temp(c, units)}"
    >
      <span class="sr-only">{joint.words[n]},</span>
      <span class="bg-paper/80">{temp(c, units, true)}</span>
    </li>
  {/each}
</ol>
