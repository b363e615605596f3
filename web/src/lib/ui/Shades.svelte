<script lang="ts">
  // Patterns of the meat's shades, once for all drawings of a page.
  import { PATTERNS } from '$lib/draw/meat'
</script>

<svg class="absolute h-0 w-0" aria-hidden="true">
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- our own, and nothing of it changes -->
  <defs>{@html PATTERNS}</defs>
</svg>
