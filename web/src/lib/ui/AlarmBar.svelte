<script lang="ts">
  // An alarm over whatever is on the screen: its lower half is one big answer, and so is any key.
  import { Portal } from '@skeletonlabs/skeleton-svelte'
  import { untrack } from 'svelte'
  import { go, route } from '$lib/router'
  import { alarms } from '$lib/state/alarms.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { hour, sentence } from '$lib/units'

  const ringing = $derived(alarms.ringing)
  const words = $derived(ringing === null ? '' : sentence(ringing.words, kitchen.units))
  const soon = $derived(ringing?.code.startsWith('soon') ?? false)
  const done = $derived(ringing === null || soon ? '' : ringing.done)
  let fault = $state('')

  $effect(() => alarms.start())
  $effect(() => {
    // Anything that others did may have moved or answered an alarm; what was done here has said so.
    void Object.values(kitchen.foreign).reduce((a, b) => a + b, 0)
    void alarms.fetch()
  })
  $effect(() => {
    const answer = kitchen.latest
    if (answer !== null) untrack(() => alarms.took(answer))
  })
  $effect(() => {
    void kitchen.now
    alarms.sound(ringing === null ? '' : `${ringing.name}. ${words}`)
  })

  async function heard(): Promise<void> {
    if (ringing === null) return
    // The page stays: what is typed next is meant for the joint that is on it.
    await alarms.answer(ringing)
  }

  async function report(): Promise<void> {
    if (ringing === null) return
    const alarm = ringing
    try {
      await alarms.done(alarm)
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }

  function key(event: KeyboardEvent): void {
    alarms.unlock()
    if (ringing === null || !alarms.rings || event.ctrlKey || event.metaKey || event.altKey) return
    const target = event.target as HTMLElement
    // Who types a reading goes on typing; Tab and what it reaches stay usable.
    if (/^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/.test(target.tagName) || event.key === 'Tab') return
    if (/^[0-9]$/.test(event.key)) {
      // A reading: it answers, and goes where readings go, whole.
      const { roast_id } = ringing
      void heard()
      if (route.pathname.startsWith('/fire')) return
      event.preventDefault()
      event.stopPropagation()
      kitchen.typed = event.key
      go('fire', roast_id)
      return
    }
    event.preventDefault()
    event.stopPropagation()
    void heard()
  }
</script>

<svelte:window onkeydowncapture={key} onpointerdown={() => alarms.unlock()} />

<!-- Above any sheet, which makes all below it deaf. -->
<Portal>
  {#if ringing !== null && alarms.rings}
    <div
      class="iron pointer-events-auto fixed top-auto right-0 bottom-0 left-0 h-[max(50vh,22rem)] z-50 grid grid-rows-[auto_1fr] bg-paper text-ink border-[10px] border-ember [animation:flash_1s_steps(2,jump-none)_infinite] motion-reduce:animate-none print:hidden"
      role="alertdialog"
      aria-label="Alarm"
      aria-describedby="alarm-words"
    >
      <div class="py-3 px-5 flex flex-col gap-2">
        <p>{ringing.name} · due {hour(new Date(ringing.at))}</p>
        <p id="alarm-words" class="shout text-4xl leading-shout" role="alert">{words}</p>
        {#if fault !== ''}<p class="fault">{fault}</p>{/if}
        <div class="acts flex gap-2 flex-wrap">
          {#if done !== ''}<button class="act min-h-15 text-lg bg-ember text-iron" onclick={report}
              >{done}</button
            >{/if}
          <button
            class="act plain min-h-15 text-lg"
            onclick={() => alarms.say(`${ringing.name}. ${words}`)}
          >
            Say it again
          </button>
        </div>
      </div>
      <button
        class="bg-ember text-iron grid place-content-center text-center text-xl"
        onclick={heard}
      >
        <b class="text-4xl leading-none">Heard</b>
        <span>touch anywhere here, or any key</span>
      </button>
    </div>
  {/if}
</Portal>

<style>
  @keyframes flash {
    from {
      border-color: var(--ember);
    }
    to {
      border-color: var(--paper);
    }
  }
</style>
