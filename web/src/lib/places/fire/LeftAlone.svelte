<script lang="ts">
  // A roast that should have been over for hours, and nobody said what became of it.
  import type { Outlook, Roast } from '$lib/api/client'
  import { go } from '$lib/router'
  import type { RoastState } from '$lib/state/roast.svelte'
  import { hour, longDay, parseHour } from '$lib/units'
  import { minuteAt } from './happened'
  import { carveWindow } from '$lib/state/carving'

  let { current, roast, outlook }: { current: RoastState; roast: Roast; outlook: Outlook } =
    $props()

  const putIn = $derived(new Date(outlook.put_in_at))
  const at = (minute: number): Date => new Date(putIn.getTime() + minute * 60_000)
  const out = $derived(roast.pulled_min !== null)
  const likely = $derived(hour(at(out ? carveWindow(outlook).from : outlook.planned_pull_min)))
  let typed = $state<string | null>(null)
  let fault = $state('')

  async function over(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const clock = parseHour(typed ?? likely)
    if (clock === null) {
      fault = 'An hour, such as 18:40.'
      return
    }
    fault = ''
    const minute = minuteAt(putIn, clock)
    const rest = Math.max(outlook.end_min - outlook.pull_min.value, 0)
    const told = out || (await current.endStage(roast.pull_stage ?? 0, minute))
    if (told && (await current.carve(out ? minute : minute + rest))) go('book', roast.id)
  }

  async function close(why: 'thrown' | 'never_mind'): Promise<void> {
    if (await current.close(why)) go('book')
  }
</script>

<p class="quiet">{roast.name}, in at {hour(putIn)} on {longDay(putIn)}</p>
<h1 class="shout text-4xl leading-shout">What became of it?</h1>
<p>
  {#if out}It is out of the oven{:else}It was to come out at about {hour(
      at(outlook.planned_pull_min),
    )}{/if}, and nothing has been entered for hours: it is not followed any further.
</p>
<form class="flex flex-wrap items-end gap-3" onsubmit={over}>
  <label>
    <span class="label-text">{out ? 'It was carved at about' : 'It came out at about'}</span>
    <input
      class="field"
      value={typed ?? likely}
      oninput={(e) => (typed = e.currentTarget.value)}
      aria-invalid={fault !== ''}
    />
  </label>
  <button class="act" disabled={current.busy}>
    {out ? 'Carved then' : 'Out then, and carved'}
  </button>
  <button type="button" class="act plain" disabled={current.busy} onclick={() => close('thrown')}>
    Thrown away
  </button>
  <button
    type="button"
    class="act plain"
    disabled={current.busy}
    onclick={() => close('never_mind')}
  >
    Never mind
  </button>
</form>
{#if fault !== '' || current.fault}<p class="fault" role="alert">{fault || current.fault}</p>{/if}
