<script lang="ts">
  // One roast: the cook's word first, then how it went against what was planned.
  import Soon from '$lib/ui/Soon.svelte'
  import { BASE } from '$lib/api/base'
  import { http, want, type BookLine, type BookTold, type Learned } from '$lib/api/client'
  import { words } from '$lib/places/fire/happened'
  import LogList from '$lib/places/fire/LogList.svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { newest } from '$lib/state/newest'
  import { RoastState } from '$lib/state/roast.svelte'
  import Again from '$lib/ui/Again.svelte'
  import Fold from '$lib/ui/Fold.svelte'
  import Working from '$lib/ui/Working.svelte'
  import { day, sentence, weight, type Units } from '$lib/units'
  import AtTable from './AtTable.svelte'
  import Compared from './Compared.svelte'
  import Lesson from './Lesson.svelte'
  import Notes from './Notes.svelte'
  import Photographs from './Photographs.svelte'
  import Story from './Story.svelte'
  import Weights from './Weights.svelte'
  import { CLOSED } from './words'

  let { line, units, onjudged }: { line: BookLine; units: Units; onjudged: () => Promise<void> } =
    $props()

  let verdict = $state('')
  let change = $state('')
  let again = $state(false)
  let fault = $state('')
  let told = $state.raw<BookTold | null>(null)
  let learned = $state.raw<Learned | null>(null)
  const id = $derived(line.id)
  const current = $derived(new RoastState(id))
  const roast = $derived(current.roast)
  const putIn = $derived(new Date(roast?.put_in_at ?? line.served_at).getTime())
  const asking = $derived(line.closed === '' && (line.verdict === null || again))
  const heard = newest<BookTold>((found) => (told = found))
  const heardLearned = newest<Learned>((found) => (learned = found))

  async function load(): Promise<void> {
    try {
      const path = { params: { path: { roast_id: line.id } } }
      await heard(want(http.GET('/book/{roast_id}/page', path)))
      await heardLearned(want(http.GET('/learned')))
      fault = ''
    } catch (error) {
      fault = (error as Error).message
    }
  }
  // Whatever is entered or put right of it is told anew.
  $effect(() => {
    void [line, kitchen.news[line.id]]
    if (line.verdict !== null) void load()
  })
  $effect(() => void current.load())

  /** What was done to it, on its clock; the take-out has its own line. */
  const events = $derived(
    roast === null
      ? []
      : roast.log
          .filter((l) => !l.withdrawn && ['marked', 'ended_stage', 'carved'].includes(l.entry.kind))
          .filter((l) => !('stage' in l.entry) || l.entry.stage !== roast.pull_stage)
          .map((l) => ({
            minute: 'minute' in l.entry ? (l.entry.minute ?? 0) : 0,
            words: sentence(words(l.entry, roast, kitchen.ovens, [], units), units),
          })),
  )

  async function judge(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    const state = new RoastState(line.id)
    if (await state.judge(verdict, change)) {
      verdict = ''
      change = ''
      fault = ''
      again = false
      await onjudged()
    } else fault = state.fault
  }

  function otherWord(): void {
    verdict = line.verdict?.verdict ?? ''
    change = line.verdict?.change ?? ''
    again = true
  }
</script>

{#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
<p class="print:hidden">
  <a class="underline min-h-10 inline-flex items-center" href="/book">All roasts</a>
</p>
<h1 class="text-3xl leading-shout">{line.name}</h1>
<p class="quiet">
  {line.cut}, {weight(line.weight_kg, units)} · {day(new Date(line.served_at))} · {line.method}
</p>
{#if line.closed !== ''}
  <p>{CLOSED[line.closed] ?? line.closed}</p>
{:else if asking}
  <form class="grid gap-3 w-[min(40rem,100%)] mt-4" onsubmit={judge}>
    <h2 class="text-2xl">{again ? 'Your word' : 'Your word first'}</h2>
    {#if !again}
      <p class="quiet">
        How was it? The comparison comes after, so that it does not colour the answer.
      </p>
    {/if}
    <label>
      <span class="label-text">How did it turn out?</span>
      <textarea class="field" rows="2" maxlength="1000" bind:value={verdict}></textarea>
    </label>
    <label>
      <span class="label-text">What would you change?</span>
      <textarea class="field" rows="2" maxlength="1000" bind:value={change}></textarea>
    </label>
    <div class="acts">
      <button class="act" disabled={verdict.trim() === ''}
        >{again ? 'Keep it' : 'Keep it, and compare'}</button
      >
      {#if again}
        <button type="button" class="act plain" onclick={() => (again = false)}>Leave it</button>
      {/if}
    </div>
  </form>
{:else}
  <!-- Its place is held: what stands at the foot does not come up and go again. -->
  <div class="flex flex-col gap-2 items-start self-stretch min-h-dvh print:min-h-0">
    <Soon
      ><Compared
        {line}
        {units}
        {events}
        followed={told?.story?.followed ?? []}
        onreword={otherWord}
      /></Soon
    >
    {#if told === null}
      <Working words="Following it again from its readings…" />
    {:else}
      <Soon><Story {told} {units} /></Soon>
      <div class="grid grid-cols-2 gap-x-8 gap-y-2 self-stretch max-lg:grid-cols-1">
        <div class="grid gap-2 content-start">
          <Soon
            ><AtTable {told} {units} />
            <Weights {current} {told} {units} onkept={load} /></Soon
          >
        </div>
        <div class="grid gap-2 content-start">
          <Soon><Notes {current} {told} onkept={load} /></Soon>
          {#if learned !== null}
            <Lesson id={line.id} {learned} onchanged={(found) => (learned = found)} />
          {/if}
        </div>
      </div>
      <Soon><Photographs {current} {told} onkept={load} /></Soon>
    {/if}
  </div>
{/if}
<div class="self-stretch print:hidden">
  <Soon
    ><Again
      roastId={line.id}
      weight_kg={line.weight_kg}
      oven_id={roast?.oven.id ?? kitchen.ovens[0]?.id ?? ''}
      people={told?.people ?? null}
      change={line.verdict?.change ?? ''}
    /></Soon
  >
  {#if roast !== null && !asking}
    <Fold title="Everything that was entered: see, put right, take back">
      <LogList {current} {roast} {putIn} senses={[]} {units} />
    </Fold>
  {/if}
</div>
<p class="flex flex-wrap gap-x-6 print:hidden">
  <a
    class="underline min-h-10 inline-flex items-center"
    href="{BASE}/roasts/{line.id}/readings.csv"
    download="{line.id}.csv"
  >
    Its readings and events as CSV
  </a>
  <a
    class="underline min-h-10 inline-flex items-center"
    href="{BASE}/roasts/{line.id}/export"
    download>All of it as open JSON</a
  >
  <button class="underline min-h-10" onclick={() => window.print()}>Print this page</button>
</p>
