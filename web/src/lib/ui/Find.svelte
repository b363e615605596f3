<script lang="ts">
  // Find anything, or ask as a cook gasps: the place opens with its answer worked out.
  import { http, want, type Schemas } from '$lib/api/client'
  import { best } from '$lib/draw/find'
  import { PLACES, navigate, route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { layCut } from '$lib/state/lay'
  import { local, keepLocal } from '$lib/state/local'

  import { ask as open } from './ask'

  type Question = Schemas['QuestionOut']
  type Hit = { key: string; words: string; note: string; score: number; act: () => void }

  let {
    roastId,
    onclose,
    onreckon,
    onkeys,
  }: {
    roastId: string | undefined
    onclose: () => void
    onreckon: () => void
    onkeys: () => void
  } = $props()

  const MOST = 9
  let query = $state('')
  let at = $state(0)
  let questions = $state<Question[]>(local<Question[]>('questions', []))
  let field: HTMLInputElement
  $effect(() => {
    field.focus()
    want(http.GET('/questions')).then(
      (found) => {
        questions = found
        keepLocal('questions', found)
      },
      // Without the server the last known ones answer.
      () => undefined,
    )
  })

  const ACTIONS: [string[], string, () => void][] = [
    [
      ['change units', 'celsius, fahrenheit, kilograms, pounds'],
      'now',
      () => kitchen.toggleUnits(),
    ],
    [['reckon a recipe', 'reckoner, label, convert'], 'Reckoner', () => onreckon()],
    [['keys and settings', 'alarms, quiet hours, dark, light'], 'settings', () => onkeys()],
    [['other screens', 'tablet, telephone, code, network'], 'settings', () => to('/screens')],
    [['instruments', 'probe, scale, thermometer key'], 'settings', () => to('/instruments')],
    [['figures of the authority', 'safe temperatures, limits'], 'settings', () => to('/figures')],
    [['in the fridge', 'leftovers'], 'Book', () => to('/book')],
  ]

  function to(path: string, ask = ''): void {
    // Asked for where one is already: the address stays, so nothing else would notice.
    if (route.pathname === path && route.search['ask'] === ask)
      void open(ask.split(','), () => false)
    else void navigate(path as '/block', ask === '' ? {} : { search: { ask } })
  }

  function answer(question: Question): void {
    if (question.place === 'reckoner') {
      onreckon()
      return
    }
    const of =
      ['day', 'book'].includes(question.place) || roastId === undefined ? '' : `/${roastId}`
    const place = question.place === 'hand' ? `/ways${of}/hand` : `/${question.place}${of}`
    to(place, question.opens.join(','))
  }

  const placeName = (place: Question['place']): string =>
    place === 'hand'
      ? 'Ways, by hand'
      : place === 'reckoner'
        ? 'Reckoner'
        : (PLACES.find((p) => p.id === place)?.name ?? place)

  const hits = $derived.by((): Hit[] => {
    const found: Hit[] = [
      ...best(query, questions, (q) => q.words, 6).map(({ item, score }) => ({
        key: `q-${item.id}`,
        words: item.words[0] ?? '',
        note: `${placeName(item.place)}: ${item.answer}`,
        score: score + 0.2,
        act: () => answer(item),
      })),
      ...best(query, PLACES, (p) => [p.name], 2).map(({ item, score }) => ({
        key: `p-${item.id}`,
        words: item.name,
        note: 'place',
        score: score + 1,
        act: () =>
          to(
            roastId === undefined || ['day', 'book'].includes(item.id)
              ? `/${item.id}`
              : `/${item.id}/${roastId}`,
          ),
      })),
      ...best(query, kitchen.roasts, (r) => [r.name], 3).map(({ item, score }) => ({
        key: `r-${item.id}`,
        words: item.name,
        note:
          item.status === 'done'
            ? 'in the Book'
            : item.status === 'planning'
              ? 'planned'
              : 'on now',
        score: score + (item.status === 'done' ? 0 : 0.5),
        act: () =>
          to(
            `/${item.status === 'done' ? 'book' : item.status === 'planning' ? 'block' : 'fire'}/${item.id}`,
          ),
      })),
      ...best(query, kitchen.catalogue?.cuts ?? [], (c) => [c.name, ...c.aliases], 4).map(
        ({ item, score }) => ({
          key: `c-${item.id}`,
          words: item.name,
          note: 'a cut: lay it on the block',
          score: score + 0.4,
          act: () =>
            void layCut(item).then(
              (id) => to(`/block/${id}`),
              (error: Error) => (kitchen.fault = error.message),
            ),
        }),
      ),
      ...best(query, ACTIONS, (a) => a[0], 2).map(({ item, score }) => ({
        key: `a-${item[0][0]}`,
        words: item[0][0] ?? '',
        note: item[1],
        score,
        act: item[2],
      })),
    ]
    return found.toSorted((a, b) => b.score - a.score).slice(0, MOST)
  })

  function take(hit: Hit | undefined): void {
    if (hit === undefined) return
    onclose()
    hit.act()
  }

  function key(event: KeyboardEvent): void {
    if (event.key === 'Escape') onclose()
    else if (event.key === 'ArrowDown') at = Math.min(at + 1, hits.length - 1)
    else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0)
    else if (event.key === 'Enter') take(hits[at])
    else return
    event.preventDefault()
  }
</script>

<div class="find" role="dialog" aria-label="Find or ask">
  <label class="sr-only" for="find">Find a place, a roast, a cut; or ask</label>
  <input
    id="find"
    class="field"
    role="combobox"
    autocomplete="off"
    aria-expanded={hits.length > 0}
    aria-controls="find-hits"
    aria-activedescendant={hits[at] === undefined ? undefined : `hit-${at}`}
    placeholder="guests late · smoke · forgot the salt · fore rib"
    bind:this={field}
    bind:value={query}
    oninput={() => (at = 0)}
    onkeydown={key}
  />
  <ul id="find-hits" role="listbox" aria-label="Found">
    {#each hits as hit, n (hit.key)}
      <li
        id="hit-{n}"
        role="option"
        aria-selected={n === at}
        class:at={n === at}
        onclick={() => take(hit)}
        onkeydown={key}
      >
        <b>{hit.words}</b> <span>{hit.note}</span>
      </li>
    {/each}
  </ul>
  {#if query.trim() !== '' && hits.length === 0}
    <p class="quiet" role="status">
      Nothing has these words. Try one: late, smoke, gravy, sirloin.
    </p>
  {/if}
  <button class="act plain" onclick={onclose}>Close</button>
</div>

<style>
  .find {
    position: fixed;
    inset: 4.2rem 0 auto;
    margin: 0 auto;
    z-index: 20;
    width: min(44rem, calc(100vw - 1.5rem));
    max-height: calc(100dvh - 5rem);
    overflow: auto;
    background: var(--paper-light);
    color: var(--ink);
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 1rem;
    display: grid;
    gap: 0.6rem;
    box-shadow: 0 12px 40px rgb(0 0 0 / 0.25);
  }
  .field {
    font-size: 1.3rem;
    min-height: 56px;
    width: 100%;
  }
  li {
    min-height: 52px;
    padding: 0.35rem 0.6rem;
    cursor: pointer;
    border-left: 4px solid transparent;
    display: grid;
  }
  li b::first-letter {
    text-transform: uppercase;
  }
  li span {
    color: var(--ink-soft);
  }
  li.at,
  li:hover {
    background: var(--paper-deep);
    border-left-color: var(--accent);
  }
  .act {
    justify-self: start;
  }
</style>
