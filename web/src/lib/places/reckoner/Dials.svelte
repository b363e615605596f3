<script lang="ts">
  // Each heat as it is written, in this oven's air, and on this dial.
  import type { Oven, Reckoning } from '$lib/api/client'
  import { dial, temp, type Units } from '$lib/units'

  let {
    dials,
    oven,
    units,
  }: {
    dials: NonNullable<Reckoning['result']>['dials']
    oven: Oven | undefined
    units: Units
  } = $props()

  const AIR: Record<string, string> = {
    still: 'still air',
    fan: 'fan air',
    gas: 'gas',
    air: 'table-top hot air',
  }
</script>

<table class="ruled">
  <thead>
    <tr>
      <th scope="col">as written</th>
      <th scope="col">1. in this oven’s air</th>
      <th scope="col">2. on this dial</th>
    </tr>
  </thead>
  <tbody>
    {#each dials as step, i (i)}
      <tr>
        <td>{step.written} {step.air === null ? '' : AIR[step.air]}</td>
        <td>
          {temp(step.here_c, units)}
          <span class="quiet">
            {step.air === null
              ? 'taken as this oven’s own'
              : step.air === oven?.kind
                ? 'the same air'
                : 'does as much'}
          </span>
        </td>
        <td><b>{dial(step.dial_c, oven?.marks ?? 'C')}</b></td>
      </tr>
    {/each}
  </tbody>
</table>
