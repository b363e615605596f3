<script lang="ts">
  // A quantity slid between two ends; redrawn while it moves, kept when it is let go. The browser's own
  // range in Skeleton's dress: its component measures itself as it is made, which holds a phone up.
  let {
    label,
    value,
    low,
    high,
    step,
    words,
    onslide,
  }: {
    label: string
    value: number
    low: number
    high: number
    step: number
    /** The quantity as it is read out. */
    words: (value: number) => string
    onslide: (value: number, done: boolean) => void
  } = $props()
</script>

<label class="block">
  <span class="label-text">{label}</span>
  <span class="flex min-h-11 items-center gap-4">
    <input
      class="input min-h-11 flex-1 cursor-grab bg-transparent accent-accent!"
      type="range"
      min={low}
      max={high}
      {step}
      {value}
      aria-label={label}
      aria-valuetext={words(value)}
      oninput={(e) => onslide(e.currentTarget.valueAsNumber, false)}
      onchange={(e) => onslide(e.currentTarget.valueAsNumber, true)}
    />
    <b class="ml-auto min-w-20 text-right font-heading text-2xl">{words(value)}</b>
  </span>
</label>
