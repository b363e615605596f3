<script lang="ts">
  // A line across the clock with its hour.
  let { y, words, strong, small }: { y: number; words: string; strong: boolean; small: boolean } =
    $props()
</script>

<div class="absolute inset-x-0 border-t border-line" style="top:{y}px">
  <span
    class="absolute left-0 -translate-y-1/2 bg-paper pr-1.5 {small ? 'text-xs' : 'text-sm'} {strong
      ? 'font-bold text-ink'
      : 'text-ink-soft'}">{words}</span
  >
</div>
