<script lang="ts">
  // How alarms reach this screen: kept in this browser, not for the house.
  import Toggle from './Toggle.svelte'
  import { alarms } from '$lib/state/alarms.svelte'

  const set = (at: 'from' | 'to', text: string): void =>
    alarms.set({ quiet: { ...alarms.quiet, [at]: text } })

  const SETTINGS = [
    ['rings', 'Alarms show here'],
    ['loud', 'with sound'],
    ['spoken', 'and spoken'],
  ] as const
</script>

<fieldset>
  <legend class="label-text">Alarms on this screen</legend>
  {#each SETTINGS as [key, words] (key)}
    <Toggle on={alarms[key]} onturn={(on) => alarms.set({ [key]: on })}>{words}</Toggle>
  {/each}
  <p class="flex gap-2 items-center min-h-11">
    silent from
    <input
      class="field w-20 min-h-11"
      placeholder="22:00"
      aria-label="Silent from"
      value={alarms.quiet.from}
      onchange={(e) => set('from', e.currentTarget.value)}
    />
    to
    <input
      class="field w-20 min-h-11"
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
    <p class="label-text">The browser keeps a page silent until it has been touched once.</p>
  {/if}
</fieldset>
