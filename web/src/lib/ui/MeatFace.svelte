<script lang="ts">
  // The cut face of a slice: nested rings of what each part will have been at its highest.
  import { faceRings, faceSize, filled, type HeatMap, type Ring } from '$lib/draw/meat'

  let {
    map,
    at_mm,
    height,
    label,
    squeeze = 1,
  }: {
    map: HeatMap
    at_mm: number
    height: number
    label: string
    /** Share of the width shown: slices seen at an angle are narrower. */
    squeeze?: number
  } = $props()

  const rings = $derived(faceRings(map, at_mm))
  const { rx: full, ry } = $derived(faceSize(map, height))
  const rx = $derived(full * squeeze)
  /** Two half ellipses: a flat piece is heated unlike from above and from below. */
  const egg = (ring: Ring): string => {
    const x = rx * ring.share
    return `M${-x} 0A${x} ${ry * ring.up} 0 0 1 ${x} 0A${x} ${ry * ring.down} 0 0 1 ${-x} 0Z`
  }
</script>

<svg
  width={rx * 2 + 4}
  {height}
  viewBox="{-rx - 2} {-ry - 2} {rx * 2 + 4} {ry * 2 + 4}"
  role="img"
  aria-label={label}
>
  {#each rings as ring, i (i)}
    <path d={egg(ring)} fill={filled(ring.shade)} />
  {/each}
  <ellipse {rx} {ry} fill="none" stroke="#3a2015" stroke-width="2.5" />
</svg>
