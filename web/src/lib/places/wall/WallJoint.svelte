<script lang="ts">
  // One joint, to be read from across the room.
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { RoastState } from '$lib/state/roast.svelte'
  import FireCurve from '$lib/places/fire/FireCurve.svelte'
  import { middleNow } from '$lib/places/fire/middle'
  import { nextStep } from '$lib/places/fire/sentence'
  import Soon from '$lib/ui/Soon.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { useOutlook } from '$lib/ui/usePlace.svelte'
  import { hour, later, sentence, temp } from '$lib/units'

  let { id }: { id: string } = $props()

  const here = $derived(new RoastState(id))
  $effect(() => {
    void (kitchen.foreign[id] ?? 0)
    void here.load()
  })
  useOutlook(() => here)

  const units = $derived(kitchen.units)
  const roast = $derived(here.roast)
  const outlook = $derived(here.outlook)
  const now = $derived(
    outlook === null ? 0 : (kitchen.now.getTime() - Date.parse(outlook.put_in_at)) / 60_000,
  )
  const step = $derived(
    roast === null || outlook === null ? null : nextStep(roast, outlook, now, units),
  )
  const middle = $derived(
    roast === null || outlook === null
      ? null
      : middleNow(roast, outlook, kitchen.instruments, kitchen.now),
  )
  const tip = $derived(middle?.doubted === false ? middle.tip : undefined)
  const shown = $derived(tip?.value ?? outlook?.core_c ?? 0)
  /** What stands behind the number: a wall tells no guess as if it were measured. */
  const known = $derived(
    tip !== undefined
      ? 'measured, now'
      : middle?.last === undefined
        ? 'reckoned: nobody has read it yet'
        : `reckoned; read last at ${hour(later(Date.parse(outlook?.put_in_at ?? ''), middle.last.minute))}`,
  )
  const next = $derived(alarms.all.find((a) => a.roast_id === id))
</script>

<article class="@container flex min-w-0 flex-col gap-3" aria-label={roast?.name ?? 'A joint'}>
  {#if roast === null || outlook === null || step === null}
    <Working words="Reckoning where it stands…" />
  {:else}
    <div class="flex items-baseline justify-between gap-4">
      <p class="text-xl">{roast.name}<br /><span class="text-ink-soft">{known}</span></p>
      <p class="font-heading font-bold leading-none text-wall-number" data-figure="core">
        {temp(shown, units, true)}
      </p>
    </div>
    <h1 class="shout leading-shout text-wall" data-say="next">
      {step.shout}
    </h1>
    <div class="min-h-50 flex-1">
      <Soon><FireCurve {roast} {outlook} {now} {units} fills /></Soon>
    </div>
    <p class="text-xl" data-say="alarm">
      {!alarms.rings
        ? 'Alarms are off on this screen.'
        : next === undefined
          ? 'No alarm is set.'
          : `Next alarm ${hour(new Date(next.at))}: ${sentence(next.words, units)}${alarms.canSound ? '' : ' Touch the screen once, so that it may sound.'}`}
    </p>
    <button
      class="act plain self-start"
      onclick={() => alarms.aloud(`${roast.name}. ${step.shout}`)}
      >Say it<span class="sr-only">: {roast.name}</span></button
    >
  {/if}
</article>
