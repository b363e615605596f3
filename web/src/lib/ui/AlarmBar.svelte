<script lang="ts">
  // An alarm over whatever is on the screen: its lower half is one big answer, and so is any key.
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

{#if ringing !== null && alarms.rings}
  <div class="alarm iron" role="alertdialog" aria-label="Alarm" aria-describedby="alarm-words">
    <div class="top">
      <p>{ringing.name} · due {hour(new Date(ringing.at))}</p>
      <p id="alarm-words" class="shout words" role="alert">{words}</p>
      {#if fault !== ''}<p class="fault">{fault}</p>{/if}
      <div class="acts">
        {#if done !== ''}<button class="act ember" onclick={report}>{done}</button>{/if}
        <button class="act plain" onclick={() => alarms.say(`${ringing.name}. ${words}`)}>
          Say it again
        </button>
      </div>
    </div>
    <button class="heard" onclick={heard}>
      <b>Heard</b>
      <span>touch anywhere here, or any key</span>
    </button>
  </div>
{/if}

<style>
  .alarm {
    position: fixed;
    inset: auto 0 0;
    height: max(50vh, 22rem);
    z-index: 50;
    display: grid;
    grid-template-rows: auto 1fr;
    background: var(--paper);
    color: var(--ink);
    border: 10px solid var(--ember);
    animation: flash 1s steps(2, jump-none) infinite;
  }
  @keyframes flash {
    from {
      border-color: var(--ember);
    }
    to {
      border-color: var(--paper);
    }
  }
  @media (prefers-reduced-motion: reduce) {
    .alarm {
      animation: none;
    }
  }
  .top {
    padding: 0.8rem 1.25rem;
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
  }
  .words {
    font-size: clamp(1.9rem, 4.4vw, 3.6rem);
    line-height: 1.04;
  }
  .acts {
    display: flex;
    gap: 0.6rem;
    flex-wrap: wrap;
  }
  .acts .act {
    min-height: 60px;
    font-size: 1.2rem;
  }
  .ember {
    background: var(--ember);
    color: #1a1410;
  }
  .heard {
    background: var(--ember);
    color: #1a1410;
    display: grid;
    place-content: center;
    text-align: center;
    font-size: 1.3rem;
  }
  .heard b {
    font-size: clamp(2rem, 5vw, 3.4rem);
    line-height: 1;
  }
</style>
