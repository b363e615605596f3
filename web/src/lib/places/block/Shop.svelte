<script lang="ts">
  // In the shop: how much, where its weight goes, offers, and the card for the butcher.
  import type { Buying as BuyingAnswer, Roast } from '$lib/api/client'
  import Butcher from './Butcher.svelte'
  import Buying from './Buying.svelte'

  let { roast }: { roast: Roast } = $props()
  let bought = $state.raw<BuyingAnswer | null>(null)
</script>

<Buying {roast} onfound={(b) => (bought = b)} />
<Butcher found={bought} />
