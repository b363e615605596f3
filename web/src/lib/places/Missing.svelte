<script lang="ts">
  // An address that leads nowhere.
</script>

<section class="p-8 grid gap-4 justify-items-start">
  <h1 class="text-4xl">There is nothing at this address.</h1>
  <a class="act" href="/">To the block</a>
</section>
