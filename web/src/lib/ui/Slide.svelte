<script lang="ts">
  // A quantity slid between two ends; redrawn while it moves, kept when it is let go.
  import { Slider } from '@skeletonlabs/skeleton-svelte'

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

<Slider
  value={[value]}
  min={low}
  max={high}
  {step}
  getAriaValueText={(details) => words(details.value)}
  onValueChange={(e) => onslide(e.value[0] ?? value, false)}
  onValueChangeEnd={(e) => onslide(e.value[0] ?? value, true)}
>
  <Slider.Label class="label-text">{label}</Slider.Label>
  <div class="flex min-h-11 items-center gap-4">
    <Slider.Control class="min-h-11 flex-1 cursor-grab">
      <Slider.Track class="bg-paper-deep">
        <Slider.Range class="bg-accent" />
      </Slider.Track>
      <Slider.Thumb index={0} class="border-2 border-paper-light bg-accent">
        <Slider.HiddenInput />
      </Slider.Thumb>
    </Slider.Control>
    <b class="ml-auto min-w-20 text-right font-heading text-2xl">{words(value)}</b>
  </div>
</Slider>
