<script lang="ts">
  // What a joint is called.
  import { plan } from '$lib/state/plan.svelte'

  let { name }: { name: string } = $props()

  function setName(text: string): void {
    if (text.trim() !== '' && text.trim() !== name) plan.pull({ name: text.trim() }, true)
  }
</script>

<label>
  <span class="label-text">Called</span>
  <input
    class="field"
    maxlength="80"
    autocomplete="off"
    value={name}
    onchange={(e) => {
      setName(e.currentTarget.value)
      if (e.currentTarget.value.trim() === '') e.currentTarget.value = name
    }}
  />
</label>
