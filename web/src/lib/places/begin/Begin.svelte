<script lang="ts">
  // Three ways in: lay a joint, follow one that is in the oven already, practise one.
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { PRACTICE } from '$lib/api/base'
  import { practice } from '$lib/state/practice.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import Working from '$lib/ui/Working.svelte'
  import NewJoint from '$lib/ui/NewJoint.svelte'
  import InAlready from './InAlready.svelte'

  let { empty = false }: { empty?: boolean } = $props()
</script>

<section class="py-6 px-7 grid gap-6 max-lg:p-3">
  <h1 class="text-3xl leading-shout">
    {empty || kitchen.roasts.length === 0 ? 'Nothing on the block yet.' : 'One more.'} What is it?
  </h1>
  {#if kitchen.catalogue === null}
    <Working words="Opening the kitchen…" />
  {:else}
    <div class="grid grid-cols-3 gap-6 items-start max-lg:grid-cols-1">
      <section class="grid gap-3 content-start" aria-labelledby="lay-head">
        <h2 class="text-xl" id="lay-head">A joint to be roasted</h2>
        <p>Its cut is enough: what it usually weighs is assumed until you say what yours does.</p>
        <Soon><NewJoint /></Soon>
      </section>
      <section class="grid gap-3 content-start" aria-labelledby="in-head">
        <h2 class="text-xl" id="in-head">It is in the oven already</h2>
        <Soon><InAlready cuts={kitchen.catalogue.cuts} /></Soon>
      </section>
      {#if PRACTICE === ''}
        <Soon>
          <section class="grid gap-3 content-start justify-items-start" aria-labelledby="try-head">
            <h2 class="text-xl" id="try-head">One to practise on</h2>
            <p>
              A pretend joint in a kitchen of its own, on a clock that runs as fast as you like.
              Nothing of it comes into yours.
            </p>
            <button
              class="act"
              disabled={practice.busy}
              onclick={() => practice.begin({ story: 'first' })}>Practise one</button
            >
            <a class="link inline-flex items-center" href="/practice">Other stories</a>
            {#if practice.busy}<Working words="Laying it on the block…" />{/if}
            {#if practice.fault !== ''}<p class="fault" role="alert">{practice.fault}</p>{/if}
          </section>
        </Soon>
      {/if}
    </div>
  {/if}
</section>
