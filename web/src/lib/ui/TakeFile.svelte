<script lang="ts">
  // A file taken in: chosen, or dropped here. What does it is fetched when one comes near.
  import type { ComponentProps } from 'svelte'
  import Near from './Near.svelte'
  import type FileField from './FileField.svelte'

  const given: ComponentProps<typeof FileField> = $props()
</script>

<Near holds="min-h-22">
  {#await import('./FileField.svelte')}
    <div class="min-h-22"></div>
  {:then { default: FileField }}
    <FileField {...given} />
  {:catch}
    <p class="quiet">{given.label}: it cannot be fetched while Trencher does not answer.</p>
  {/await}
</Near>
