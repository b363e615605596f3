<script lang="ts">
  // How a practice went: what was served, what each choice did, what could be known, and luck.
  import type { Debrief, JointDebrief } from '$lib/api/client'
  import { practice } from '$lib/state/practice.svelte'
  import { delta, duration, hour, moved, sentence, temp, type Units } from '$lib/units'
  import Lines from './Lines.svelte'
  import Slices from './Slices.svelte'

  let { debrief, units }: { debrief: Debrief; units: Units } = $props()

  const missed = (c: number): string => {
    const told = delta(Math.abs(c), units).replace('+', '')
    return Math.abs(c) < 0.5 ? 'as wanted' : `${told} ${c > 0 ? 'over' : 'under'}`
  }
  const late = (j: JointDebrief): string =>
    Math.abs(j.late_min) < 2
      ? 'in time'
      : `${duration(Math.abs(j.late_min))} ${j.late_min > 0 ? 'late' : 'early'}`
  const cost = (minutes: number | null, degrees: number | null): string =>
    [
      minutes === null || Math.abs(minutes) < 0.5 ? '' : moved(minutes),
      degrees === null || Math.abs(degrees) < 0.05 ? '' : delta(degrees, units),
    ]
      .filter((x) => x !== '')
      .join(', ') || 'nothing'

  async function again(same: boolean): Promise<void> {
    const seed = same ? debrief.seed : null
    await practice.begin(
      debrief.story === 'own-joint'
        ? { roast_id: debrief.joint_id ?? null, method: debrief.method ?? null, seed }
        : { story: debrief.story, seed },
    )
  }
</script>

<h1 class="text-3xl leading-shout">How it went: {debrief.title}</h1>
{#each debrief.joints as joint (joint.roast_id)}
  <article class="grid gap-3 self-stretch" aria-label={joint.name}>
    <p class="text-xl max-w-prose border-l-4 border-accent pl-4" data-say="lesson-learned">
      {sentence(joint.lesson, units)}
    </p>
    <p>
      {#if debrief.joints.length > 1}<b>{joint.name}.</b>{/if}
      The middle reached <b>{temp(joint.served.peak_c, units)}</b>, wanted {temp(
        joint.wanted_c,
        units,
      )}
      (<b data-say="missed">{missed(joint.served.peak_c - joint.wanted_c)}</b>); carved {hour(
        new Date(joint.ready_at),
      )}, <b>{late(joint)}</b>. Its skin was {joint.served.skin}.
    </p>
    <div class="grid grid-cols-2 gap-6 max-lg:grid-cols-1">
      <section class="grid gap-1 content-start" aria-label="Slice by slice">
        <h2 class="font-bold">Slice by slice, as it truly was</h2>
        <Slices {joint} {units} />
        {#if joint.plates.length > 0}
          <p class="quiet">
            {joint.plates.filter((p) => p.right).length} of {joint.plates.length} who are named had what
            they asked for.
          </p>
          <ul class="columns-2 max-sm:columns-1">
            {#each joint.plates as plate (plate.name)}
              <li class="leading-snug">
                <b>{plate.name}</b>
                {plate.word}
                <span class="quiet">{plate.right ? '' : `(${plate.asked})`}</span>
              </li>
            {/each}
          </ul>
        {/if}
      </section>
      <section class="grid gap-1 content-start" aria-label="The middle">
        <h2 class="font-bold">The middle, as it was and as it might have been</h2>
        <Lines {joint} {units} />
        <dl class="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1">
          <dt>taken out after</dt>
          <dd><b>{duration(joint.served.out_min)}</b></dd>
          <dt>your last reading before that said</dt>
          <dd>
            <b>{duration(joint.known.out_min)}</b>
            <span class="quiet">peak {temp(joint.known.peak_c, units)}</span>
          </dd>
          <dt>best for who knows what nobody could</dt>
          <dd>
            <b>{duration(joint.best.out_min)}</b>
            <span class="quiet">peak {temp(joint.best.peak_c, units)}</span>
          </dd>
          <dt>your choice made of it</dt>
          <dd data-say="yours"><b>{delta(joint.yours_c, units)}</b></dd>
          <dt>luck made of it</dt>
          <dd data-say="luck"><b>{delta(joint.luck_c, units)}</b></dd>
        </dl>
      </section>
    </div>
    <section class="grid gap-1" aria-label="What was decided">
      <h2 class="font-bold">What was decided, and what it did</h2>
      <table class="w-full">
        <thead class="text-left quiet">
          <tr><th>at</th><th>what</th><th>beside</th><th>it did</th></tr>
        </thead>
        <tbody>
          {#each joint.decisions as one, n (n)}
            <tr class="border-t border-line align-top" data-code={one.code}>
              <td class="py-1 pr-3">{hour(new Date(one.at))}</td>
              <td class="py-1 pr-3">{sentence(one.words, units)}</td>
              <td class="py-1 pr-3 quiet">{one.other}</td>
              <td class="py-1 font-semibold whitespace-nowrap">{cost(one.minutes, one.degrees)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if joint.more_doors > 0}
        <p class="quiet">And {joint.more_doors} more openings of the door.</p>
      {/if}
      <p class="quiet">
        Each line is played again with the other choice in the same kitchen: how much later the
        middle was as hot as it came out, and how much hotter it ended.
      </p>
    </section>
  </article>
{/each}
<section class="grid gap-1" aria-label="What was really so">
  <h2 class="font-bold">What was really so</h2>
  <ul>
    {#each debrief.truth as line (line)}<li>{sentence(line, units)}</li>{/each}
  </ul>
  <p><b>What this one is about:</b> {debrief.teaches}</p>
</section>
<p class="acts">
  <button class="act" disabled={practice.busy} onclick={() => again(true)}
    >Again with the same oven</button
  >
  <button class="act plain" disabled={practice.busy} onclick={() => again(false)}
    >Again with another</button
  >
  <button class="act plain" onclick={() => practice.leave(true)}>Back to your kitchen</button>
</p>
