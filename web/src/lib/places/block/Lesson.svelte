<script lang="ts">
  // What ten more millimetres would cost: asked for the way that is shown, when the hand is still.
  import { http, want, type Way } from '$lib/api/client'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { plan } from '$lib/state/plan.svelte'
  import { duration, length } from '$lib/units'
  import { thicker, type Size } from './joint'

  let { way, size }: { way: Way | null; size: Size } = $props()

  let lesson = $state<{ key: string; min: number } | null>(null)
  $effect(() => {
    const draft = plan.draft
    if (plan.stale || draft === null || way === null) return
    const { method } = way
    const bodies = thicker(draft.joint, size).map((joint) => ({
      joint,
      oven_id: draft.oven_id,
      wanted_c: draft.wanted_c,
      rest_min: draft.rest_min,
      thermometer: draft.thermometer,
      method,
      quick: true,
    }))
    const key = JSON.stringify(bodies)
    if (lesson?.key === key) return
    void Promise.all(bodies.map((body) => want(http.POST('/forecast', { body })))).then(
      ([more, now]) => {
        if (more !== undefined && now !== undefined)
          lesson = { key, min: more.pull_min.value - now.pull_min.value }
      },
      () => (lesson = null),
    )
  })
</script>

<p class="mt-2 ml-16 min-h-14 max-w-176 text-lg max-lg:ml-0 max-lg:min-h-24">
  {#if way !== null}
    <span class="quiet block text-sm">
      The picture is the highest each part will reach, going “{way.name.toLowerCase()}”. Predicted,
      not measured.
    </span>
  {/if}
  {#if lesson !== null}
    Thickness rules:
    <b>{length(10, kitchen.units)} more all round is {duration(lesson.min)} more</b>, this way.
  {/if}
</p>
