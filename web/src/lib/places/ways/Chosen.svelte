<script lang="ts">
  // The way that is chosen, on this dial, and where to go with it.
  import Next from '$lib/ui/Next.svelte'
  import { dial, type Marks } from '$lib/units'
  import type { Worked } from './compare'

  let {
    id,
    selected,
    method,
    marks,
    date,
    soon,
    onfire,
  }: {
    id: string
    /** Undefined: it was shaped by hand. */
    selected: Worked | undefined
    method: string
    marks: Marks
    /** The day it is served. */
    date: string
    /** It goes in before long. */
    soon: boolean
    onfire: () => void
  } = $props()
</script>

<Next
  words={soon ? 'To the fire' : 'On to the day'}
  key={soon ? 'f' : 'd'}
  onclick={soon ? onfire : undefined}
  href={soon ? undefined : `/day/${date}`}
>
  {selected === undefined ? 'By hand' : selected.name}: on this dial {selected === undefined
    ? method
    : selected.forecast.stages
        .filter((s) => s.dial_c !== null)
        .map((s) => dial(s.dial_c ?? 0, marks))
        .join(', then ')}
  {#snippet beside()}
    <a class="link text-ink-soft inline-flex items-center" href="/ways/{id}/hand"
      >Shape it by hand</a
    >
  {/snippet}
</Next>
