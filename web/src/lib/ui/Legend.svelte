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

<div class="legend" role="img" aria-label="Colours of doneness, by highest temperature">
  {#each shown as shade (shade.from)}
    <div class="step">
      <div class="patch" style:background={shade.fill} style:color={inkOn(shade.from)}>
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
      <span class="from">{temp(shade.from, units, true)}</span>
      <span class="word">{word(shade.from)}</span>
    </div>
  {/each}
</div>

<style>
  .legend {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
  }
  .patch {
    height: 20px;
  }
  .step {
    display: grid;
    line-height: 1.25;
  }
  .from {
    font-weight: 600;
  }
  .word {
    font-size: 0.85rem;
    color: var(--ink-soft);
  }
  @media (max-width: 560px) {
    .word {
      font-size: 0.72rem;
      overflow-wrap: anywhere;
      padding-right: 3px;
    }
  }
</style>
