<script lang="ts">
  // One stretch of the day in its lane: a joint in its oven, a side, a rest, hands at work. What may be
  // moved is pulled up and down, or moved by the arrow keys.
  import { pull } from '$lib/draw/pull'
  import { hour, later, sentence, temp, type Units } from '$lib/units'
  import { STEP_MIN, glow, snapped, type ClockScale, type Laid } from './shape'

  let {
    one,
    name,
    box,
    scale,
    serve,
    latest,
    units,
    chosen,
    over,
    movable,
    quiet,
    onpull,
    ondrop,
    onchoose,
  }: {
    one: Laid
    /** What the dish of it is called. */
    name: string
    /** Where it stands, for the minutes it is pulled by: its place, and whether it is too narrow. */
    box: (shift: number) => { style: string; upright: boolean }
    scale: ClockScale
    serve: Date
    /** The last minute at which it may begin. */
    latest: number
    units: Units
    chosen: boolean
    over: boolean
    movable: boolean
    /** Without a word: hands at work. */
    quiet: boolean
    onpull: (startMin: number) => void
    ondrop: (startMin: number) => void
    onchoose: () => void
  } = $props()

  const span = $derived(one.span)
  let to = $state<number | null>(null)
  let from = 0
  const start = $derived(to ?? span.from_min)
  const place = $derived(box(to === null ? 0 : to - from))
  const at = (min: number): string => hour(later(serve, min))

  const text = $derived.by(() => {
    if (span.kind === 'joint') return `${span.label} · ${name}`
    if (span.kind === 'preheat') return 'heating'
    if (['rest', 'hold', 'stand'].includes(span.kind)) return `${name}: ${span.label}`
    const tin = span.kind === 'in_tin' ? ' · in the tin' : ''
    return `${span.label}${tin}${span.note === '' ? '' : ` · ${span.note}`}`
  })
  const told = $derived.by(() => {
    const air = span.air_c === null ? '' : `; air ${temp(span.air_c, units)}`
    return `${at(span.from_min)} to ${at(span.to_min)}: ${sentence(text, units)}${air}`
  })
  const style = $derived(`${place.style}; --glow:${glow(span.air_c)}`)

  function move(dy: number): void {
    const by = snapped(scale.min(scale.y(from) + dy) - from)
    const next = Math.min(from + by, latest)
    if (next === to) return
    to = next
    onpull(next)
  }

  function drop(kept: boolean): void {
    const found = to
    to = null
    if (found === null || found === from) return
    if (kept) ondrop(found)
    else onpull(from)
  }
</script>

{#if movable}
  <div
    class="block grab {span.kind}"
    class:upright={place.upright}
    class:chosen
    class:over
    {style}
    role="slider"
    tabindex="0"
    aria-orientation="vertical"
    aria-label="{name} begins"
    aria-valuemin={Math.round(scale.min(0))}
    aria-valuemax={Math.round(latest)}
    aria-valuenow={Math.round(start)}
    aria-valuetext="{at(start)}, {span.note}"
    title={told}
    onfocus={onchoose}
    use:pull={{
      take: (event) => {
        event.preventDefault()
        from = span.from_min
        return true
      },
      move: ({ dy }) => move(dy),
      drop,
      key: ({ along, up, coarse }) =>
        ondrop(span.from_min + (along - up) * STEP_MIN * (coarse ? 3 : 1)),
    }}
  >
    <i class="grip" aria-hidden="true"></i>
    <span>{text}</span>
  </div>
{:else}
  <div
    class="block {span.kind}"
    class:upright={place.upright}
    class:chosen
    class:over
    {style}
    title={told}
  >
    {#if !quiet}<span>{text}</span>{/if}
  </div>
{/if}

<style>
  .block {
    position: absolute;
    overflow: hidden;
    hyphens: auto;
    font-size: var(--text-xs);
    line-height: 1.15;
    border-radius: 2px;
    padding: 1px 4px;
    color: var(--ink);
    background: color-mix(
      in srgb,
      var(--ember-soft, #d98a5b) calc(var(--glow) * 62%),
      var(--paper-light)
    );
    box-shadow: inset 0 0 0 1px var(--line-strong);
  }
  .block.upright span {
    writing-mode: vertical-lr;
    white-space: nowrap;
    max-height: 100%;
  }
  .block.upright .grip {
    top: auto;
    bottom: 4px;
  }
  .block.joint {
    font-weight: 650;
    border-left: 5px solid var(--meat, #a23a4a);
  }
  .block.side,
  .block.hob {
    border-left: 5px solid var(--ink-soft);
  }
  .block.in_tin {
    border-left: 5px dotted var(--meat, #a23a4a);
  }
  .block.preheat {
    background: repeating-linear-gradient(
      -45deg,
      transparent 0 5px,
      color-mix(in srgb, var(--ink) 16%, transparent) 5px 6px
    );
    color: var(--ink-soft);
  }
  .block.rest,
  .block.hold,
  .block.stand {
    background: var(--paper-light);
    box-shadow: none;
    border: 1px dashed var(--line-strong);
    color: var(--ink-soft);
  }
  .block.stand {
    border-style: dotted;
  }
  .block.hands {
    background: var(--ink);
    box-shadow: inset 0 -1px 0 var(--paper);
    padding: 0;
  }
  .block.over {
    opacity: 0.45;
  }
  .block.chosen {
    outline: 2.5px solid var(--focus);
    z-index: 3;
  }
  .grab {
    cursor: grab;
    touch-action: none;
    padding-right: 16px;
  }
  .grab:active {
    cursor: grabbing;
    z-index: 5;
  }
  .grip {
    position: absolute;
    right: 3px;
    top: 3px;
    bottom: 3px;
    width: 9px;
    max-height: 26px;
    background: radial-gradient(circle, currentColor 1.3px, transparent 1.6px) 0 0 / 4.5px 6px;
    opacity: 0.65;
  }
  @media print {
    .grip {
      display: none;
    }
  }
</style>
