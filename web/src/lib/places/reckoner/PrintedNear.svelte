<script lang="ts">
  // What is printed for this joint, nearest to what is wanted first: a rule never stands alone.
  import { http, want, type Beside } from '$lib/api/client'
  import { apart, byNearness, span } from '$lib/places/ways/printed'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import type { Wish } from '$lib/state/plan.svelte'
  import { duration, temp } from '$lib/units'

  type Props = { wish: Wish; roastId: string | undefined; onfollow: () => void }
  const { wish, roastId, onfollow }: Props = $props()
  const SHOWN = 3
  let rows = $state.raw<Beside[]>([])
  $effect(() => {
    want(http.POST('/printed', { body: wish })).then(
      (found) => (rows = byNearness(found, wish.wanted_c).slice(0, SHOWN)),
      () => (rows = []),
    )
  })
</script>

{#if rows.length > 0}
  <table class="ruled" aria-label="What is printed for it">
    <thead>
      <tr>
        <th scope="col">printed for it</th><th scope="col">out at, ends at</th>
        <th scope="col">it gives</th><th scope="col">here</th>
      </tr>
    </thead>
    <tbody>
      {#each rows as row, n (n)}
        <tr>
          <td><b>{row.rule}</b> <span class="quiet">{row.who}</span></td>
          <td class="whitespace-nowrap">
            {row.until_c === null ? 'tender' : temp(row.until_c, kitchen.units)}{row.ends_c === null
              ? ''
              : `, ${temp(row.ends_c, kitchen.units)}`}
          </td>
          <td class="whitespace-nowrap">{span(row.gives)}</td>
          <td class="whitespace-nowrap">
            {row.computed_min === null ? 'never' : duration(row.computed_min)}
            <small class="quiet block">{apart(row)}</small>
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if roastId !== undefined}
    <p>
      <a class="link underline" href="/ways/{roastId}" onclick={onfollow}
        >All of them, and why they differ</a
      >
    </p>
  {/if}
{/if}
