<script lang="ts">
  // How alarms reach this screen: kept in this browser, not for the house.
  import { alarms } from '$lib/state/alarms.svelte'

  const set = (at: 'from' | 'to', text: string): void =>
    alarms.set({ quiet: { ...alarms.quiet, [at]: text } })
</script>

<fieldset>
  <legend class="label">Alarms on this screen</legend>
  <label class="line">
    <input
      type="checkbox"
      checked={alarms.rings}
      onchange={(e) => alarms.set({ rings: e.currentTarget.checked })}
    />
    Alarms show here
  </label>
  <label class="line">
    <input
      type="checkbox"
      checked={alarms.loud}
      onchange={(e) => alarms.set({ loud: e.currentTarget.checked })}
    />
    with sound
  </label>
  <label class="line">
    <input
      type="checkbox"
      checked={alarms.spoken}
      onchange={(e) => alarms.set({ spoken: e.currentTarget.checked })}
    />
    and spoken
  </label>
  <p class="line">
    silent from
    <input
      class="field short"
      placeholder="22:00"
      aria-label="Silent from"
      value={alarms.quiet.from}
      onchange={(e) => set('from', e.currentTarget.value)}
    />
    to
    <input
      class="field short"
      placeholder="07:00"
      aria-label="Silent to"
      value={alarms.quiet.to}
      onchange={(e) => set('to', e.currentTarget.value)}
    />
  </p>
  <button
    class="act plain"
    onclick={() => {
      alarms.unlock()
      setTimeout(() => {
        alarms.beep()
        alarms.say('This is how an alarm sounds.')
      }, 150)
    }}>Hear it</button
  >
  {#if !alarms.canSound}
    <p class="label">The browser keeps a page silent until it has been touched once.</p>
  {/if}
</fieldset>

<style>
  .line {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    min-height: 44px;
  }
  .short {
    width: 5rem;
    min-height: 44px;
  }
</style>
