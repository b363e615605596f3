<script lang="ts">
  // Patterns of the meat's shades, once for all drawings of a page: colour and texture together.
  import { SHADES } from '$lib/draw/meat'
</script>

<svg class="absolute h-0 w-0" aria-hidden="true">
  <defs>
    {#each SHADES as shade, i (shade.from)}
      {@const step = shade.hatch === 0 ? 10 : shade.hatch}
      <pattern
        id="shade-{i}"
        width={step}
        height={step}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width={step} height={step} fill={shade.fill} />
        {#if shade.hatch > 0}
          <line
            x1="0"
            y1="0"
            x2="0"
            y2={step}
            stroke="#2a1a12"
            stroke-opacity="0.42"
            stroke-width="1.4"
          />
        {/if}
      </pattern>
    {/each}
  </defs>
</svg>
