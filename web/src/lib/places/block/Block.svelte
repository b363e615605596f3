<script lang="ts">
  // The block: the joint itself, to scale, in the colours of what it will be.
  import type { Buying as BuyingAnswer } from '$lib/api/client'
  import { go } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { records } from '$lib/state/records.svelte'
  import Again from '$lib/ui/Again.svelte'
  import Legend from '$lib/ui/Legend.svelte'
  import { useRoast } from '$lib/ui/usePlace.svelte'
  import Butcher from './Butcher.svelte'
  import Buying from './Buying.svelte'
  import LastTime from './LastTime.svelte'
  import Care from './Care.svelte'
  import { cutOf, sizeOf } from './joint'
  import JointPicture from './JointPicture.svelte'
  import Lesson from './Lesson.svelte'
  import MeasureForm from './MeasureForm.svelte'
  import NewJoint from './NewJoint.svelte'
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
  const size = $derived(sizeOf(draft?.joint, forecast))
  const ahead = $derived(
    kitchen.roasts.filter((r) => r.status === 'planning' || r.status === 'roasting'),
  )

  function pull(what: 'thickness_mm' | 'length_mm', value: number, done: boolean): void {
    plan.pull({ joint: { [what]: value } }, done)
  }

  let bought = $state<BuyingAnswer | null>(null)
  async function putAside(): Promise<void> {
    if (roast === null) return
    if (await records.putAside({ kind: 'roast', id: roast.id, name: roast.name })) go('block')
  }
</script>

{#if place.missing}
  <section class="py-12 px-7 grid gap-4 justify-items-start">
    <h1 class="text-3xl leading-shout">Nothing on the block.</h1>
    <p class="quiet">What are you roasting? Its name is enough to begin; measure it next.</p>
    <div class="w-[min(30rem,90vw)]"><NewJoint /></div>
  </section>
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
    class="grid grid-cols-[minmax(0,1fr)_318px] gap-8 pt-4 pb-6 px-7 flex-1 max-lg:grid-cols-1 max-lg:p-3 max-lg:gap-4"
  >
    <div>
      <div class="flex gap-6 justify-between items-start max-lg:flex-col">
        <div>
          <h1 class="text-2xl leading-shout">{cut.name}</h1>
          <p class="quiet">{draft.name}{cut.note === '' ? '' : ` · ${cut.note}`}</p>
          <LastTime cut={cut.name} />
        </div>
        <div class="w-68 flex-none max-lg:w-full"><NewJoint /></div>
      </div>
      {#if ahead.length > 1}
        <nav class="flex gap-y-2 gap-x-6 flex-wrap mt-1.5" aria-label="Joints on the block">
          {#each ahead as other (other.id)}
            <a
              class="min-h-10 inline-flex items-center underline underline-offset-4 decoration-line-strong aria-[current]:font-bold aria-[current]:decoration-accent aria-[current]:decoration-3"
              href="/block/{other.id}"
              aria-current={other.id === roast.id ? 'page' : undefined}
            >
              {other.name}
            </a>
          {/each}
        </nav>
      {/if}
      {#if forecast !== null}
        <div class="data-waiting:opacity-82" data-waiting={plan.stale || undefined}>
          <JointPicture
            map={forecast.map}
            thickness_mm={size.thickness_mm}
            length_mm={size.length_mm}
            units={kitchen.units}
            onpull={pull}
            grain_deg={draft.care.grain_deg ?? null}
            ongrain={(grain_deg) =>
              plan.pull({ care: { ...$state.snapshot(draft.care), grain_deg } }, true)}
          />
        </div>
        <div class="legend ml-16 max-w-160 max-lg:ml-0">
          <Legend units={kitchen.units} bands={kitchen.catalogue?.bands ?? []} />
        </div>
        {#if way}<Lesson {way} {size} />{/if}
      {/if}
      {#if plan.fault !== ''}<p class="fault" role="alert">{plan.fault}</p>{/if}
      <div class="mt-6 ml-16 grid gap-7 border-t border-line pt-5 max-lg:ml-0">
        <Buying {roast} onfound={(b) => (bought = b)} />
        <Care {roast} endMin={forecast?.end_min ?? null} />
        <Butcher found={bought} />
        <Again roastId={roast.id} weight_kg={draft.joint.weight_kg} oven_id={draft.oven_id} />
      </div>
    </div>

    <MeasureForm id={roast.id} {draft} {cut} {size} {forecast} {locked} onoff={putAside} />
  </section>
{/if}
