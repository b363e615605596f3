<script lang="ts">
  // A line a roast: planned and read, how it came out, the cook's word.
  import type { BookLine } from '$lib/api/client'
  import { day, temp, weight, type Units } from '$lib/units'
  import Small from './Small.svelte'
  import { CLOSED, gapWords, outGap, overWords, peakGap } from './words'
  import Soon from '$lib/ui/Soon.svelte'

  let {
    lines,
    units,
    picked,
    onpick,
  }: {
    lines: BookLine[]
    units: Units
    /** Those that are to be put side by side. */
    picked: string[]
    onpick: (id: string) => void
  } = $props()
</script>

<table class="ruled self-stretch max-lg:block" data-say="lines">
  <thead class="max-lg:hidden">
    <tr class="max-lg:block max-lg:border-t max-lg:border-line max-lg:py-1.5">
      <th scope="col">roast</th>
      <th scope="col">planned and read</th>
      <th scope="col">out</th>
      <th scope="col">read peak</th>
      <th scope="col">your word</th>
    </tr>
  </thead>
  <tbody class="max-lg:block">
    {#each lines as line (line.id)}
      {@const out = outGap(line)}
      {@const over = peakGap(line)}
      <Soon>
        <tr class="max-lg:block max-lg:border-t max-lg:border-line max-lg:py-1.5">
          <td class="align-middle max-lg:block max-lg:border-0">
            <a
              class="inline-block font-bold underline underline-offset-4 decoration-line-strong"
              href="/book/{line.id}">{line.name}</a
            >
            <span class="quiet block text-sm">
              {line.cut}, {weight(line.weight_kg, units)} · {day(new Date(line.served_at))}
            </span>
            {#if line.verdict !== null}
              <label class="quiet text-sm inline-flex items-center gap-1.5 min-h-8 print:hidden">
                <input
                  type="checkbox"
                  checked={picked.includes(line.id)}
                  onchange={() => onpick(line.id)}
                />
                side by side<span class="sr-only">: {line.name}</span>
              </label>
            {/if}
          </td>
          <td class="align-middle max-lg:block max-lg:border-0"
            >{#if line.verdict !== null}<Small {line} {units} />{/if}</td
          >
          {#if line.closed !== ''}
            <td colspan="3" class="quiet align-middle max-lg:block max-lg:border-0"
              >{CLOSED[line.closed] ?? line.closed}</td
            >
          {:else if line.verdict === null}
            <td class="align-middle max-lg:block max-lg:border-0" colspan="3"
              ><a
                class="inline-block font-bold underline underline-offset-4 decoration-line-strong"
                href="/book/{line.id}">Say how it was, then compare</a
              ></td
            >
          {:else}
            <td class="align-middle max-lg:block max-lg:border-0"
              >{out === null ? 'not noted' : gapWords(out)}</td
            >
            <td class="align-middle max-lg:block max-lg:border-0">
              {#if line.read_peak_c !== null && over !== null}
                <b>{temp(line.read_peak_c, units)}</b>
                <span class="quiet block text-sm">{overWords(over, units)}</span>
              {:else}not measured{/if}
            </td>
            <td class="align-middle max-w-80 max-lg:block max-lg:border-0"
              >{line.verdict.verdict}</td
            >
          {/if}
        </tr>
      </Soon>
    {/each}
  </tbody>
</table>
