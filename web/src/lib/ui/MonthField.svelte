<script lang="ts">
  // A date from its month; typed too. Fetched when somebody wants the month: it is heavy.
  import { DatePicker, Portal, parseDate } from '@skeletonlabs/skeleton-svelte'
  import { kitchen } from '$lib/state/kitchen.svelte'
  import { dateFrom, dateOf, dateShown } from '$lib/units'

  let {
    label,
    value,
    onpick,
  }: {
    label: string
    /** `2027-01-06`, or empty. */
    value: string
    onpick: (date: string) => void
  } = $props()

  const at = (date: { year: number; month: number; day: number }): Date =>
    new Date(date.year, date.month - 1, date.day)
</script>

<DatePicker
  defaultOpen
  value={value === '' ? [] : [parseDate(value)]}
  min={parseDate('2000-01-01')}
  max={parseDate('2100-12-31')}
  startOfWeek={1}
  locale="en-GB"
  format={(date) => dateShown(at(date))}
  parse={(text) => {
    const date = dateFrom(text, kitchen.now)
    return date === null ? undefined : parseDate(date)
  }}
  positioning={{ placement: 'bottom-end' }}
  onValueChange={(e) => onpick(e.value[0] === undefined ? '' : dateOf(at(e.value[0])))}
>
  <DatePicker.Label class="label-text">{label}</DatePicker.Label>
  <DatePicker.Control class="relative">
    <DatePicker.Input class="field pr-12" autocomplete="off" />
    <DatePicker.Trigger
      class="absolute inset-y-0 top-0 right-0 grid h-full w-11 place-items-center border-0 bg-transparent p-0"
      aria-label="From the month"
    >
      <svg viewBox="0 0 16 16" class="h-4 w-4 fill-none stroke-current" aria-hidden="true">
        <path d="M2 4h12v10H2zM2 7h12M5 2v3M11 2v3" />
      </svg>
    </DatePicker.Trigger>
  </DatePicker.Control>
  <Portal>
    <DatePicker.Positioner class="z-40">
      <DatePicker.Content
        class="w-72 rounded-container border border-line-strong bg-paper-light p-3 text-ink"
      >
        <DatePicker.View view="day">
          <DatePicker.Context>
            {#snippet children(picker)}
              <DatePicker.ViewControl class="flex items-center justify-between">
                <DatePicker.PrevTrigger class="act plain px-3" aria-label="The month before"
                  >‹</DatePicker.PrevTrigger
                >
                <DatePicker.RangeText class="font-semibold" />
                <DatePicker.NextTrigger class="act plain px-3" aria-label="The next month"
                  >›</DatePicker.NextTrigger
                >
              </DatePicker.ViewControl>
              <DatePicker.Table class="w-full">
                <DatePicker.TableHead>
                  <DatePicker.TableRow>
                    {#each picker().weekDays as day, i (i)}
                      <DatePicker.TableHeader class="quiet text-xs font-normal"
                        >{day.short}</DatePicker.TableHeader
                      >
                    {/each}
                  </DatePicker.TableRow>
                </DatePicker.TableHead>
                <DatePicker.TableBody>
                  {#each picker().weeks as week, i (i)}
                    <DatePicker.TableRow>
                      {#each week as day (`${day.month}-${day.day}`)}
                        <DatePicker.TableCell value={day}>
                          <DatePicker.TableCellTrigger
                            class="grid min-h-10 w-full place-items-center rounded-base text-ink data-outside-range:text-ink-soft data-selected:bg-ink data-selected:text-paper data-today:underline"
                            >{day.day}</DatePicker.TableCellTrigger
                          >
                        </DatePicker.TableCell>
                      {/each}
                    </DatePicker.TableRow>
                  {/each}
                </DatePicker.TableBody>
              </DatePicker.Table>
            {/snippet}
          </DatePicker.Context>
        </DatePicker.View>
      </DatePicker.Content>
    </DatePicker.Positioner>
  </Portal>
</DatePicker>
