<script lang="ts">
  // What this roast counts among those that taught, and a touch to leave it out.
  import { http, want, type Learned } from '$lib/api/client'

  let {
    id,
    learned,
    onchanged,
  }: { id: string; learned: Learned; onchanged: (found: Learned) => void } = $props()

  let fault = $state('')
  const mine = $derived(learned.roasts.find((r) => r.id === id))
  const said = $derived.by(() => {
    if (mine === undefined) return ''
    if (mine.pending) return 'What it teaches is being worked out.'
    if (mine.left_out) return 'Left out: the next plans go without it.'
    if (mine.readings === 0) return 'Nothing was read of it that would teach the next one.'
    const read = mine.readings === 1 ? 'one reading' : `${mine.readings} readings`
    const much =
      mine.weight > 0.8
        ? 'It goes like your others'
        : mine.weight > 0.4
          ? 'It strays a little from your others, and counts less'
          : 'It is far from your others, and counts little'
    return `The next plans learn from it, by ${read}. ${much}.`
  })

  async function leave(out: boolean): Promise<void> {
    try {
      const body = { what: 'roast' as const, name: id, out }
      onchanged(await want(http.POST('/learned/left-out', { body })))
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
</script>

{#if mine !== undefined}
  <p data-say="lesson">
    {said}
    {#if mine.left_out || (mine.readings > 0 && !mine.pending)}
      <button
        class="underline underline-offset-4 min-h-10 px-1 print:hidden"
        onclick={() => leave(!mine.left_out)}
        >{mine.left_out ? 'Learn from it again' : 'Leave it out'}</button
      >
    {/if}
  </p>
{/if}
{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
