<script lang="ts">
  // The shades from rare to well done, with this kitchen's words under the numbers.
  import { SHADES, inkOn } from '$lib/draw/meat'
  import { temp, type Units } from '$lib/units'

  let { units, bands }: { units: Units; bands: { word: string; from_c: number }[] } = $props()
  const id = $props.id()
  const shown = SHADES.slice(2)
  const word = (from: number): string =>
    bands.filter((b) => b.from_c <= from + 0.01).at(-1)?.word ?? ''
</script>

<div
  class="legend grid grid-flow-col auto-cols-fr"
  role="img"
  aria-label="Colours of doneness, by highest temperature"
>
  {#each shown as shade (shade.from)}
    <div class="grid leading-tight">
      <div class="h-5" style:background={shade.fill} style:color={inkOn(shade.from)}>
        {#if shade.hatch > 0}
          <svg width="100%" height="100%" aria-hidden="true">
            <defs>
              <pattern
                id="{id}-{shade.from}"
                width={shade.hatch}
                height={shade.hatch}
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <line y2={shade.hatch} stroke="#2a1a12" stroke-opacity="0.42" stroke-width="1.4" />
              </pattern>
            </defs>
            <rect width="100%" height="100%" fill="url(#{id}-{shade.from})" />
          </svg>
        {/if}
      </div>
      <span class="font-semibold">{temp(shade.from, units, true)}</span>
      <span class="text-sm text-ink-soft max-md:text-xs max-md:tracking-tighter"
        >{word(shade.from)}</span
      >
    </div>
  {/each}
</div>
