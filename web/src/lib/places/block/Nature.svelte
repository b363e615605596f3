<script lang="ts">
  // What kind of piece it is: its fat, its surface, how many alike, its bones, another cut.
  import type { Joint } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import type { Named } from './joint'

  let { cut, joint }: { cut: Named; joint: Joint } = $props()

  function withCut(id: string): void {
    const other = kitchen.catalogue?.cuts.find((c) => c.id === id)
    if (other === undefined) return
    const joint = { cut: id, own: other.own ?? null, fat_mm: null }
    plan.pull({ joint, wanted_c: other.wanted_c }, true)
  }
</script>

<div class="grid grid-cols-2 gap-3 items-start">
  <QuantityField
    label={cut.rind ? 'Fat under the rind' : 'Fat on top'}
    note={joint.fat_mm === null || joint.fat_mm === undefined ? 'usual' : ''}
    value={joint.fat_mm ?? cut.fat_mm}
    low={0}
    high={40}
    kind="length"
    onvalue={(v) => plan.pull({ joint: { fat_mm: v } }, true)}
  />
  <label>
    <span class="label-text">Its surface</span>
    <select
      class="field"
      value={joint.surface ?? 'blotted'}
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
<div class="grid grid-cols-2 gap-3 items-start">
  <QuantityField
    label="Pieces alike"
    note={(joint.pieces ?? 1) > 1 ? 'the weight is of one' : ''}
    value={joint.pieces ?? 1}
    low={1}
    high={12}
    step={1}
    onvalue={(v) => plan.pull({ joint: { pieces: Math.round(v) } }, true)}
  />
  {#if cut.bone_share === 0}
    <label class="flex items-center gap-2 self-end min-h-11">
      <input
        class="w-5.5 h-5.5"
        type="checkbox"
        checked={joint.bones_on ?? false}
        onchange={(e) => plan.pull({ joint: { bones_on: e.currentTarget.checked } }, true)}
      />
      Its bones tied back under it
    </label>
  {/if}
</div>
<Fold title="It is another cut">
  <select
    class="field"
    aria-label="Cut"
    value={joint.cut}
    onchange={(e) => withCut(e.currentTarget.value)}
  >
    {#each kitchen.catalogue?.cuts ?? [] as other (other.id)}
      <option value={other.id}>{other.name}</option>
    {/each}
  </select>
</Fold>
