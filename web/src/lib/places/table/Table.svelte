<script lang="ts">
  // The table of a day: how many sit down and when, who they are, and what each needs.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import NoDay from '$lib/ui/NoDay.svelte'
  import Next from '$lib/ui/Next.svelte'
  import QuantityField from '$lib/ui/QuantityField.svelte'
  import { guestsSay } from '$lib/ui/table'
  import { useDay } from '$lib/ui/useDay.svelte'
  import { hour, longDay } from '$lib/units'
  import Guests from './Guests.svelte'

  const place = useDay()
  const here = $derived(place.here)
  const day = $derived(here?.day ?? null)
  const guests = $derived(kitchen.catalogue?.people ?? [])
  const unnamed = $derived(day === null ? 0 : Math.max(0, day.people - guests.length))
</script>

{#if here === null || day === null}
  <NoDay {here} dates={place.dates} date={place.date} fault={place.fault} />
{:else}
  {@const serve = new Date(day.serve_at)}
  <section class="pt-4 pb-2 px-7 flex flex-1 flex-col gap-4 max-lg:p-3">
    <div>
      <p class="quiet">{longDay(serve)}</p>
      <h1 class="text-2xl leading-shout" id="table-head">
        {day.people} sit down at {hour(serve)}
      </h1>
      <p class="quiet">{guestsSay(guests)}</p>
    </div>
    {#if here.fault !== ''}<p class="fault" role="alert">{here.fault}</p>{/if}
    <div class="flex flex-wrap gap-x-8 gap-y-3 items-end">
      <div class="w-40">
        <QuantityField
          label="People in all"
          value={day.people}
          low={1}
          high={200}
          unit="plates"
          onvalue={(n) => n !== day.people && void here.change({ people: Math.round(n) })}
        />
      </div>
      <p class="quiet max-w-prose pb-2">
        {#if unnamed > 0}
          {unnamed} of them are not named and eat as most do.
        {:else}
          Every one of them is named.
        {/if}
        {#each day.joints as joint (joint.id)}
          <a class="link inline-flex items-center mr-4" href="/block/{joint.id}">{joint.name}</a>
        {/each}
      </p>
    </div>
    <Guests />
  </section>
  <Next words="To the day" key="d" href="/day/{day.date}">
    {#if day.fits}Everything has its place.{:else}{day.clashes.length === 1
        ? 'One clash.'
        : `${day.clashes.length} clashes.`}{/if}
  </Next>
{/if}
