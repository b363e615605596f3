<script lang="ts">
  // Who sits down on a date, in a line that leads to the table.
  import { http, want } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { tableSays } from './table'

  let { date }: { date: string } = $props()

  let people = $state<number | null>(null)
  $effect(() => {
    const on = date
    void kitchen.dayNews
    void want(http.GET('/days')).then(
      (days) => (people = days.people[on] ?? null),
      // The link leads there all the same.
      () => undefined,
    )
  })
</script>

<a
  class="grid min-h-13 content-center border-t border-line py-1 pl-6 hover:text-accent"
  href="/table/{date}"
>
  <b class="font-heading text-xl">At table</b>
  <span class="text-ink-soft">{tableSays(people, kitchen.catalogue?.people ?? [])}</span>
</a>
