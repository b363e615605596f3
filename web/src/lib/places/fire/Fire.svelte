<script lang="ts">
  // The fire: one sentence, the live curve, readings typed from anywhere.
  import { go } from '$lib/router'
  import { http, want } from '$lib/api/client'
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import OvenAsked from '$lib/ui/OvenAsked.svelte'
  import { keepAwake } from '$lib/ui/wake.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { useOutlook, useRoast } from '$lib/ui/usePlace.svelte'
  import { hour, later, temp } from '$lib/units'
  import BeforeDoor from './BeforeDoor.svelte'
  import FireRun from './FireRun.svelte'
  import LeftAlone from './LeftAlone.svelte'

  // Where the address names no joint: the one that is due first.
  const place = useRoast(() => alarms.all[0]?.roast_id)
  const current = $derived(place.current)
  const roast = $derived(current?.roast ?? null)
  const outlook = $derived(current?.outlook ?? null)
  const units = $derived(kitchen.units)
  const oven = $derived(kitchen.ovens.find((o) => o.id === roast?.oven.id))
  const running = $derived(roast?.status === 'roasting' || roast?.status === 'resting')

  $effect(() => {
    if (roast !== null && roast.status === 'planning') plan.open(roast)
  })
  useOutlook(() => current)
  keepAwake(() => running)

  const planned = $derived(plan.ways.find((w) => w.id === roast?.school)?.forecast ?? null)
  let demoFault = $state('')
  async function showDemo(): Promise<void> {
    try {
      const line = await want(http.POST('/demo/roast-in-progress'))
      await kitchen.reload()
      go('fire', line.id)
    } catch (error) {
      demoFault = (error as Error).message
    }
  }
</script>

<section
  class="iron flex-1 flex flex-col gap-2 pt-4 pb-5 px-7 bg-paper text-ink items-start max-lg:p-3"
>
  {#if place.missing || (roast === null && current?.fault)}
    <h1 class="shout text-4xl leading-shout">Nothing in the oven.</h1>
    {#if current?.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
    <a class="act" href="/begin">Lay a joint, or follow one that is in</a>
  {:else if roast === null || current === null}
    <p class="quiet">Opening the oven…</p>
  {:else if roast.status === 'done'}
    <h1 class="shout text-4xl leading-shout">This roast is finished.</h1>
    <a class="act" href="/book/{roast.id}">See it in the Book</a>
  {:else if roast.status === 'planning' && roast.method === null}
    <p class="quiet">{roast.name}</p>
    <h1 class="shout text-4xl leading-shout">No way has been chosen yet.</h1>
    <a class="act" href="/ways/{roast.id}">See the ways</a>
  {:else if roast.status === 'planning'}
    <p class="quiet">{roast.name} in {roast.oven.name}</p>
    {#if current.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
    <BeforeDoor state={current} {roast} now={kitchen.now} {units} />
  {:else if outlook === null && !kitchen.connected}
    <p class="quiet">{roast.name} in {roast.oven.name}</p>
    <h1 class="shout text-4xl leading-shout">
      In since {hour(new Date(roast.put_in_at ?? kitchen.now))}.
    </h1>
    {#if planned !== null}
      <p class="text-2xl">
        By the plan it comes out about {hour(
          later(Date.parse(roast.put_in_at ?? kitchen.now.toISOString()), planned.pull_min.value),
        )}, at {temp(planned.pull_core_c, units)}.
      </p>
    {/if}
    <p class="quiet">It is followed as soon as Trencher answers; what you enter is kept.</p>
  {:else if outlook === null}
    <p class="quiet">{roast.name}: reckoning where it stands…</p>
    {#if current.fault}<p class="fault" role="alert">{current.fault}</p>{/if}
  {:else if outlook.left_alone}
    <LeftAlone {current} {roast} {outlook} />
  {:else}
    <FireRun {current} {roast} {outlook} {units} />
  {/if}
  {#if roast?.status === 'roasting'}
    <OvenAsked {oven} ontold={() => void current?.look()} />
  {/if}
  {#if kitchen.catalogue?.demo && !running}
    <p class="flex items-center gap-4 mt-4 flex-wrap">
      <button class="act plain" onclick={showDemo}>Show a roast in progress</button>
      <span class="quiet">
        A pretend sirloin, 36 minutes in, on a clock that runs sixty times as fast.
      </span>
    </p>
    {#if demoFault !== ''}<p class="fault" role="alert">{demoFault}</p>{/if}
  {/if}
</section>
