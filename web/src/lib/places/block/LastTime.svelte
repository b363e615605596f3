<script lang="ts">
  // What the cook wanted otherwise the last time with this cut, on top of what is planned now.
  import { http, want, type BookLine } from '$lib/api/client'
  import { newest } from '$lib/state/newest'
  import { day } from '$lib/units'

  let { cut }: { cut: string } = $props()

  const LOOKED_AT = 5
  let last = $state.raw<BookLine | null>(null)
  const heard = newest<BookLine | null>((found) => (last = found))

  async function find(name: string): Promise<BookLine | null> {
    const query = { search: name, skip: 0, count: LOOKED_AT }
    const found = await want(http.GET('/book', { params: { query } }))
    return found.lines.find((l) => l.cut === name && (l.verdict?.change ?? '') !== '') ?? null
  }
  $effect(() => {
    // The block stands without it.
    heard(find(cut)).catch(() => (last = null))
  })
</script>

{#if last !== null && last.cut === cut}
  <p class="border-l-4 border-accent pl-3" data-say="last-time">
    <b>Last time</b> (<a class="underline" href="/book/{last.id}">{day(new Date(last.served_at))}</a
    >): {last.verdict?.change}
  </p>
{/if}
