<script lang="ts">
  // A setting that is on or off.
  import { Switch } from '@skeletonlabs/skeleton-svelte'
  import type { Snippet } from 'svelte'

  let { on, onturn, children }: { on: boolean; onturn: (on: boolean) => void; children: Snippet } =
    $props()
</script>

<Switch checked={on} onCheckedChange={(e) => onturn(e.checked)} class="flex min-h-11 gap-3">
  <Switch.Control
    class="border border-line-strong bg-paper-deep data-[state=checked]:border-accent data-[state=checked]:bg-accent"
  >
    <Switch.Thumb class="bg-ink data-[state=checked]:bg-paper" />
  </Switch.Control>
  <Switch.Label class="cursor-pointer text-base">{@render children()}</Switch.Label>
  <Switch.HiddenInput />
</Switch>
