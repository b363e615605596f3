<script lang="ts">
  // What can be practised, how it went, and how it went over time.
  import { BASE, PRACTICE } from '$lib/api/base'
  import { home, Refused, want, type Debrief, type Schemas, type Story } from '$lib/api/client'
  import { sendFile } from '$lib/api/file'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { practice } from '$lib/state/practice.svelte'
  import Soon from '$lib/ui/Soon.svelte'
  import TakeFile from '$lib/ui/TakeFile.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { sentence } from '$lib/units'
  import Gone from './Gone.svelte'
  import Over from './Over.svelte'

  let stories = $state.raw<Story[]>([])
  let record = $state.raw<Schemas['PracticeRecordOut'] | null>(null)
  let debrief = $state.raw<Debrief | null>(null)
  let fault = $state('')

  const on = $derived(practice.on)
  const first = $derived(stories.find((s) => s.id === 'first'))
  const others = $derived(stories.filter((s) => s.id !== 'first'))
  const mine = $derived(
    PRACTICE === '' ? kitchen.roasts.filter((r) => r.status === 'planning') : [],
  )

  async function load(): Promise<void> {
    try {
      stories = await want(home.GET('/practice/stories'))
      record = await want(home.GET('/practice/record'))
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
  $effect(() => {
    void practice.load()
    void load()
  })
  let tried = ''
  $effect(() => {
    if (on === null || !on.over || tried === on.id) return
    tried = on.id
    void (async () => {
      try {
        debrief = await want(home.GET('/practice/debrief'))
        await load()
      } catch (error) {
        fault = error instanceof Refused ? error.message : String(error)
      }
    })()
  })

  async function take(file: File): Promise<void> {
    try {
      const made = await sendFile<Story>('practice/stories', file, 'application/toml')
      await load()
      fault = ''
      void made
    } catch (error) {
      fault = (error as Error).message
    }
  }

  async function drop(id: string): Promise<void> {
    await home.DELETE('/practice/stories/{story_id}', { params: { path: { story_id: id } } })
    await load()
  }
</script>

{#snippet card(story: Story)}
  <li class="grid gap-1.5 content-start border border-line rounded-container p-4 bg-paper-light">
    <h3 class="font-bold text-lg">{story.title}</h3>
    <p>{story.says}</p>
    <p class="quiet">{story.joints.join(' and ')}, for {story.people}</p>
    <p class="acts mt-auto">
      <button
        class="act plain"
        disabled={practice.busy}
        onclick={() => practice.begin({ story: story.id })}
        >Begin<span class="sr-only">: {story.title}</span></button
      >
      <a
        class="underline min-h-10 inline-flex items-center"
        href="{BASE}/practice/stories/{story.id}.toml"
        download="{story.id}.toml">Its file<span class="sr-only">: {story.title}</span></a
      >
      {#if story.own}
        <button class="undo" onclick={() => drop(story.id)}
          >Take it out<span class="sr-only">: {story.title}</span></button
        >
      {/if}
    </p>
  </li>
{/snippet}

<section class="pt-4 pb-6 px-7 flex flex-col gap-4 items-start max-lg:p-3">
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
  {#if practice.fault !== ''}<p class="fault" role="alert">{practice.fault}</p>{/if}
  {#if on?.over}
    {#if debrief === null && fault === ''}
      <Working words="Playing it again with the other choices…" />
    {:else if debrief !== null}
      <Over {debrief} units={kitchen.units} />
    {/if}
  {/if}
  {#if PRACTICE === ''}
    <h1 class="text-3xl leading-shout">{on?.over ? 'Once more' : 'Ruin one here first'}</h1>
    <p class="max-w-prose">
      A kitchen with a truth of its own, and a clock that runs as fast as you like. Nothing of it
      comes into your kitchen: no joint, no page of the Book, nothing learned.
    </p>
    {#if kitchen.roasts.some((r) => r.status === 'roasting' || r.status === 'resting')}
      <p class="border-l-4 border-accent pl-3">
        <b>Something is on in your own kitchen.</b> What is due there is told above a practice; its alarms
        ring only in another tab or on another screen.
      </p>
    {/if}
    {#if on !== null}
      <p class="acts items-center">
        <button class="act" onclick={() => practice.into()}
          >{on.over ? 'Back into' : 'Go on with'} “{on.title}”</button
        >
        <button class="act plain" onclick={() => practice.leave(true)}>End it</button>
      </p>
    {/if}
    {#if first !== undefined}
      <div
        class="grid gap-1.5 border-l-4 border-accent pl-4 max-w-prose justify-items-start"
        data-say="first"
      >
        <h2 class="text-xl">You have never roasted?</h2>
        <p>{first.says}</p>
        <button
          class="act"
          disabled={practice.busy}
          onclick={() => practice.begin({ story: 'first' })}>Begin the first one</button
        >
      </div>
    {/if}
    {#if mine.length > 0}
      <h2 class="text-xl">Your own, as it is planned</h2>
      <ul class="flex flex-wrap gap-3">
        {#each mine as roast (roast.id)}
          <li>
            <button
              class="act plain"
              disabled={practice.busy}
              onclick={() => practice.begin({ roast_id: roast.id })}>{roast.name}</button
            >
          </li>
        {/each}
      </ul>
    {/if}
    <h2 class="text-xl">Stories</h2>
    <ul class="grid grid-cols-4 gap-4 self-stretch max-xl:grid-cols-2 max-sm:grid-cols-1">
      {#each others as story (story.id)}<Soon>{@render card(story)}</Soon>{/each}
    </ul>
    {#if practice.busy}<Working words="Laying it on the block…" />{/if}
    <!-- After the cards, so that nothing is pushed down by them. -->
    {#if stories.length > 0 || fault !== ''}
      <Soon>
        {#if record !== null && record.practised.length > 0}
          <h2 class="text-xl">Over time</h2>
          <p>{sentence(record.words, kitchen.units)}</p>
          <Gone practised={record.practised} units={kitchen.units} />
        {/if}
        {#if stories.length > 0}
          <div class="w-[min(28rem,100%)]">
            <TakeFile
              label="A story of somebody else's"
              accept={{ 'application/toml': ['.toml'] }}
              form="Begin one of your own from any story's file."
              ontake={take}
            />
          </div>
        {/if}
      </Soon>
    {/if}
  {:else if on !== null && !on.over}
    <h1 class="text-3xl leading-shout">{on.title}</h1>
    <p>{on.says}</p>
    <p class="acts">
      <a class="act" href="/fire/{on.joints[0]?.id}">To the fire</a>
    </p>
  {/if}
</section>
