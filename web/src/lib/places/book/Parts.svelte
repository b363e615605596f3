<script lang="ts">
  // What led from the plan to what happened: a bar each, one hanging on the other, that add up.
  import type { BookTold } from '$lib/api/client'

  type Part = NonNullable<BookTold['story']>['minutes'][number]

  let {
    title,
    from,
    to,
    start,
    end,
    parts,
    said,
    change,
    words,
  }: {
    title: string
    /** What the first and the last value are called. */
    from: string
    to: string
    start: number
    end: number
    parts: Part[]
    said: (value: number) => string
    change: (value: number) => string
    words: (text: string) => string
  } = $props()

  const id = $props.id()
  const steps = $derived.by(() => {
    let at = start
    return parts.map((part) => {
      const before = at
      at += part.value
      return { part, low: Math.min(before, at), high: Math.max(before, at) }
    })
  })
  const low = $derived(Math.min(start, end, ...steps.map((s) => s.low)))
  const high = $derived(Math.max(start, end, ...steps.map((s) => s.high)))
  const percent = (value: number): number => (100 * (value - low)) / Math.max(high - low, 1e-6)
</script>

<section aria-labelledby={id}>
  <h2 class="font-bold" {id}>{title}</h2>
  <table class="ruled w-full">
    <tbody>
      <tr>
        <th scope="row" class="font-normal text-left border-t border-line">{from}</th>
        <td class="w-2/5 max-lg:hidden" aria-hidden="true"></td>
        <td class="text-right whitespace-nowrap font-bold">{said(start)}</td>
      </tr>
      {#each steps as { part, low: left, high: right } (part.code)}
        <tr>
          <th scope="row" class="font-normal text-left border-t border-line">{words(part.words)}</th
          >
          <td class="w-2/5 max-lg:hidden align-middle" aria-hidden="true">
            <div class="relative h-3.5">
              <div
                class="absolute inset-y-0 min-w-0.5 {part.value > 0 ? 'bg-accent' : 'bg-ink-soft'}"
                style:left="{percent(left)}%"
                style:width="{percent(right) - percent(left)}%"
              ></div>
            </div>
          </td>
          <td class="text-right whitespace-nowrap pl-3">{change(part.value)}</td>
        </tr>
      {/each}
      <tr>
        <th scope="row" class="text-left border-t border-line">{to}</th>
        <td class="w-2/5 max-lg:hidden" aria-hidden="true"></td>
        <td class="text-right whitespace-nowrap font-bold">{said(end)}</td>
      </tr>
    </tbody>
  </table>
</section>
