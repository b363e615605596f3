<script lang="ts">
  // The kitchen as a file: taken along, put back, or brought in from another one.
  import Soon from '$lib/ui/Soon.svelte'
  import FromFile from './FromFile.svelte'
  import { ask, type Brings, type Holds } from '$lib/state/backup'
  import { day, hour } from '$lib/units'

  const SHOWN = 12

  const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
  const here = (brings: Brings): number =>
    Object.entries(brings.counts)
      .filter(([what]) => what.endsWith(' same'))
      .reduce((sum, [, n]) => sum + n, 0)
  const does = (brings: Brings): boolean => brings.lines.some((l) => l.does !== 'kept')
</script>

{#snippet held(holds: Holds)}
  <p>
    It holds
    <b>{holds.roasts} roasts, {holds.days} days and {holds.ovens} ovens</b>{holds.last === null
      ? ''
      : `; the last entry is of ${day(new Date(holds.last))}, ${hour(new Date(holds.last))}`}.
    {#if holds.damaged.length > 0}
      {holds.damaged.map((s) => s.name).join(', ')} cannot be read in it.
    {/if}
    What is here now is kept as a copy beside it.
  </p>
{/snippet}

{#snippet brought(brings: Brings)}
  {#if brings.lines.length > 0}
    <ul>
      {#each brings.lines.slice(0, SHOWN) as line (line.what + line.id)}
        <li>
          <b>{line.what === 'setting' ? line.name.replace('_', ' ') : line.name}</b>
          <span class="quiet"
            >{line.what}, {line.words}{line.does !== 'kept' &&
            line.more > 0 &&
            line.what === 'roast'
              ? ` (${counted(line.more, 'line')} of its log)`
              : ''}</span
          >
        </li>
      {/each}
    </ul>
    {#if brings.lines.length > SHOWN}<p>and {brings.lines.length - SHOWN} more</p>{/if}
  {/if}
  {#if here(brings) > 0}
    <p class="quiet">{counted(here(brings), 'thing')} of it here already, and left alone.</p>
  {/if}
  {#if !does(brings)}<p>It brings nothing that is not here.</p>{/if}
{/snippet}

<section class="grid gap-1.5 justify-items-start mt-4 print:hidden" aria-labelledby="along-title">
  <h2 class="font-bold" id="along-title">Take it along</h2>
  <p>
    <a
      class="underline underline-offset-4 min-h-10 inline-flex items-center"
      href="/api/backup"
      download>Save the whole kitchen as a file</a
    >
    <span class="quiet"
      >every roast, day, oven and setting, as of now, to be put back whole; without photographs</span
    >
  </p>
  <p>
    <a
      class="underline underline-offset-4 min-h-10 inline-flex items-center"
      href="/api/export"
      download>Save it all as open JSON</a
    >
    <span class="quiet"
      >with photographs; for other programs, or to be taken into another kitchen</span
    >
  </p>
  <p>
    <a
      class="underline underline-offset-4 min-h-10 inline-flex items-center"
      href="/api/book/sheet.csv"
      download="roasts.csv">Save a sheet of all roasts</a
    >
    <span class="quiet">a line each: hours, what was read at the take-out and after, yield</span>
  </p>
  <Soon
    ><FromFile
      label="Take in what a JSON file brings"
      accept={{ 'application/json': ['.json'] }}
      look={(file) => ask('import/look', file)}
      act={(file) => ask('import', file)}
      doIt="Take it in"
      told={brought}
      worth={does}
    /></Soon
  >
  <Soon
    ><FromFile
      label="Put a saved kitchen in the place of this one"
      accept={{ 'application/vnd.sqlite3': ['.sqlite'] }}
      look={(file) => ask('backup/look', file)}
      act={(file) => ask('backup/restore', file)}
      doIt="Put it in the place of this kitchen"
      told={held}
    /></Soon
  >
</section>
