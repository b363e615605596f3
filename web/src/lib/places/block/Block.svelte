<script lang="ts">
  // The block: the joint itself, to scale, in the colours of what it will be.
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { records } from '$lib/state/records.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Again from '$lib/ui/Again.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import TableLine from '$lib/ui/TableLine.svelte'
  import { dateOf } from '$lib/units'
  import { careSays, shopSays } from './folds'
  import Legend from '$lib/ui/Legend.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import OvenAsked from '$lib/ui/OvenAsked.svelte'
  import Next from '$lib/ui/Next.svelte'
  import LastTime from './LastTime.svelte'
  import { cutOf, sizeOf } from './joint'
  import JointPicture from './JointPicture.svelte'
  import Lesson from './Lesson.svelte'
  import MeasureForm from './MeasureForm.svelte'
  import Working from '$lib/ui/Working.svelte'

  const place = useRoast()
  const roast = $derived(place.current?.roast ?? null)
  $effect(() => {
    if (roast !== null) plan.open(roast)
  })

  const draft = $derived(plan.draft)
  const cut = $derived(cutOf(draft?.joint, kitchen.catalogue?.cuts ?? []))
  const way = $derived(
    plan.ways.find((w) => w.id === roast?.school && w.forecast !== null) ??
      plan.ways.find((w) => w.forecast !== null),
  )
  const forecast = $derived(way?.forecast ?? null)
  const locked = $derived(roast !== null && roast.status !== 'planning')
  const oven = $derived(kitchen.ovens.find((o) => o.id === draft?.oven_id))
  const size = $derived(sizeOf(draft?.joint, forecast))
  const ahead = $derived(
    kitchen.roasts.filter((r) => r.status === 'planning' || r.status === 'roasting'),
  )

  function pull(what: 'thickness_mm' | 'length_mm', value: number, done: boolean): void {
    plan.pull({ joint: { [what]: value } }, done)
  }

  async function putAside(): Promise<void> {
    if (roast === null) return
    if (await records.putAside({ kind: 'roast', id: roast.id, name: roast.name })) go('block')
  }
</script>

{#if place.missing}
  {#await import('$lib/places/begin/Begin.svelte') then { default: Begin }}<Begin empty />{/await}
{:else if place.current?.fault}
  <section class="py-12 px-7 grid gap-4 justify-items-start">
    <h1 class="text-3xl leading-shout">That roast is not here.</h1>
    <p class="fault" role="alert">{place.current.fault}</p>
    <a class="act" href="/">To what is on</a>
  </section>
{:else if draft === null || cut === undefined || roast === null}
  <div class="py-12 px-7"><Working words="Fetching the joint…" /></div>
{:else}
  <section
    class="grid grid-cols-[minmax(0,1fr)_318px] grid-rows-[auto_1fr] gap-x-8 gap-y-4 pt-4 pb-2 px-7 flex-1 max-lg:grid-cols-1 max-lg:grid-rows-none max-lg:p-3"
  >
    <div>
      <h1 class="text-2xl leading-shout">{cut.name}</h1>
      <p class="quiet">
        {[draft.name, cut.note].filter((said) => said !== '' && said !== cut.name).join(' · ')}
      </p>
      <LastTime cut={cut.name} />
      <nav class="flex gap-y-2 gap-x-6 flex-wrap" aria-label="Joints on the block">
        {#each ahead.length > 1 ? ahead : [] as other (other.id)}
          <a
            class="min-h-11 inline-flex items-center underline underline-offset-4 decoration-line-strong aria-[current]:font-bold aria-[current]:decoration-accent aria-[current]:decoration-3"
            href="/block/{other.id}"
            aria-current={other.id === roast.id ? 'page' : undefined}
          >
            {other.name}
          </a>
        {/each}
        <a class="undo inline-flex min-h-11 items-center" href="/begin">One more</a>
      </nav>
      <!-- The picture has its place before it is worked out: nothing below it moves. -->
      <div
        class="aspect-[2.35] max-lg:aspect-[2.1] data-waiting:opacity-82"
        data-waiting={plan.stale || undefined}
      >
        {#if forecast !== null}
          <Soon>
            <JointPicture
              map={forecast.map}
              thickness_mm={size.thickness_mm}
              length_mm={size.length_mm}
              units={kitchen.units}
              onpull={pull}
              grain_deg={draft.care.grain_deg ?? null}
              ongrain={(grain_deg) =>
                plan.pull({ care: { ...$state.snapshot(draft.care), grain_deg } }, true)}
            /></Soon
          >
        {:else if plan.fault === ''}
          <Working words="Drawing it…" />
        {/if}
      </div>
      <div class="legend ml-16 max-w-160 min-h-15 max-lg:ml-0">
        <Soon><Legend units={kitchen.units} bands={kitchen.catalogue?.bands ?? []} /></Soon>
      </div>
      <Lesson way={way ?? null} {size} />
      {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
    </div>

    <div class="row-span-2 grid content-start gap-3 max-lg:row-auto">
      <OvenAsked {oven} ontold={() => plan.refresh()} />
      <Soon><MeasureForm {draft} {cut} {size} {forecast} {locked} onoff={putAside} /></Soon>
    </div>

    <!-- Made whole after the form above it, which makes its own parts one after the other. -->
    <Soon>
      <div class="ml-16 content-start max-lg:ml-0">
        <Soon>
          <TableLine date={dateOf(new Date(draft.serve_at))} />
        </Soon>
        <Soon>
          <Fold
            heading
            asks="buy-fold"
            title="In the shop"
            says={shopSays(forecast, draft.buy, kitchen.units)}
          >
            {#await import('./Shop.svelte') then { default: Shop }}<Shop {roast} />{/await}
          </Fold>
        </Soon>
        <Soon>
          <Fold
            heading
            asks="care-fold"
            title="Before the day"
            says={careSays(draft.care, draft.joint.flags?.length ?? 0, kitchen.units)}
          >
            {#await import('./Care.svelte') then { default: Care }}
              <Care {roast} endMin={forecast?.end_min ?? null} />
            {/await}
          </Fold>
        </Soon>
        <Soon>
          <Again
            heading
            roastId={roast.id}
            weight_kg={draft.joint.weight_kg}
            oven_id={draft.oven_id}
          />
        </Soon>
      </div>
    </Soon>
  </section>
  <Next
    words={roast.method === null ? 'See the ways' : 'Compare the ways'}
    key="w"
    href="/ways/{roast.id}"
  >
    {#if roast.method === null}
      {draft.assumed.length > 0
        ? `${draft.assumed.length} of it assumed; what you know, say.`
        : 'All of it is said.'}
    {:else}
      Goes {roast.school === null || way === undefined ? 'by hand' : `“${way.name.toLowerCase()}”`}: {roast.method}
    {/if}
  </Next>
{/if}
