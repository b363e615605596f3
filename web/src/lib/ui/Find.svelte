<script lang="ts">
  // Find anything, or ask as a cook gasps: the place opens with its answer worked out.
  import { Listbox, useListCollection } from '@skeletonlabs/skeleton-svelte'
  import { http, want, type Schemas } from '$lib/api/client'
  import { best } from '$lib/draw/find'
  import { PLACES, navigate, route } from '$lib/router'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { layCut } from '$lib/state/lay'
  import { local, keepLocal } from '$lib/state/local'
  import { ask as open } from './ask'
  import { PARTS } from './parts'
  import Sheet from './Sheet.svelte'

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
  let questions = $state<Question[]>(local<Question[]>('questions', []))
  $effect(() => {
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
    to(place, (PARTS[question.id] ?? []).join(','))
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

  const collection = $derived(
    useListCollection({
      items: hits,
      itemToString: (hit) => hit.words,
      itemToValue: (hit) => hit.key,
    }),
  )
</script>

<Sheet title="Find or ask" wide {onclose} begins={() => document.querySelector('#find')}>
  <Listbox
    {collection}
    value={[]}
    onValueChange={(e) => take(hits.find((hit) => hit.key === e.value[0]))}
  >
    <Listbox.Label class="sr-only">Found</Listbox.Label>
    <Listbox.Context>
      {#snippet children(listbox)}
        <input
          {...listbox().getInputProps({ autoHighlight: true })}
          id="find"
          role="combobox"
          aria-label="Find a place, a roast, a cut; or ask"
          aria-expanded={hits.length > 0}
          class="field min-h-14 text-xl"
          autocomplete="off"
          placeholder="guests late · smoke · forgot the salt · fore rib"
          bind:value={query}
        />
      {/snippet}
    </Listbox.Context>
    <!-- The focus stays in the field: a list that takes it scrolls away under the finger. -->
    <Listbox.Content
      class="max-h-none border-0 bg-transparent p-0"
      onmousedowncapture={(e) => {
        e.preventDefault()
        e.stopPropagation()
      }}
    >
      {#each hits as hit (hit.key)}
        <Listbox.Item
          item={hit}
          class="grid min-h-12 cursor-pointer rounded-none border-l-4 border-transparent px-2 py-1.5 text-left text-ink hover:border-accent hover:bg-paper-deep data-highlighted:border-accent data-highlighted:bg-paper-deep"
        >
          <Listbox.ItemText class="font-bold first-letter:uppercase">{hit.words}</Listbox.ItemText>
          <span class="quiet">{hit.note}</span>
        </Listbox.Item>
      {/each}
    </Listbox.Content>
  </Listbox>
  {#if query.trim() !== '' && hits.length === 0}
    <p class="quiet" role="status">
      Nothing has these words. Try one: late, smoke, gravy, sirloin.
    </p>
  {/if}
</Sheet>
