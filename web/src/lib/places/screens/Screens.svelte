<script lang="ts">
  // Other screens: how a tablet or a telephone of this house gets in, and what this one can do.
  import { http, want, type Access } from '$lib/api/client'
  import { missingHere } from '$lib/ui/secure'

  let access = $state<Access | null>(null)
  let fault = $state('')
  let offline = $state(false)
  const missing = missingHere()

  want(http.GET('/access')).then(
    (found) => (access = found),
    (error: unknown) => (fault = (error as Error).message),
  )
  $effect(() => {
    if (!('serviceWorker' in navigator)) return
    void navigator.serviceWorker.getRegistration().then((r) => (offline = r?.active != null))
  })
</script>

<section class="page">
  <h1 class="shout">Other screens</h1>
  <p>
    {#if missing !== ''}
      {missing}
    {:else if offline}
      This screen opens and goes on without the server, and stays awake while a joint is in.
    {:else}
      This screen stays awake while a joint is in. It has not kept Trencher yet: open it once more
      to be able to start without the server.
    {/if}
  </p>
  {#if fault !== ''}
    <p class="fault" role="alert">{fault}</p>
  {:else if access === null}
    <p class="quiet">Asking…</p>
  {:else if !access.on}
    <p>Trencher is served on this machine alone. For a tablet in the kitchen start it with:</p>
    <pre>trencher serve --lan</pre>
    <p class="quiet">
      It then shows a code to type or to scan, and makes a certificate of this house's own.
    </p>
  {:else}
    <div class="steps">
      {#if access.install_url !== null && access.install_qr !== null}
        <div>
          <h2>Once for each tablet: this house's certificate</h2>
          <img src={access.install_qr} alt="Code to scan for {access.install_url}" />
          <p><b class="address">{access.install_url}</b></p>
          <p class="quiet">Its fingerprint, to compare there:</p>
          <p class="print">{access.fingerprint}</p>
        </div>
      {/if}
      <div>
        <h2>{access.install_url === null ? 'Open Trencher there' : 'Then Trencher itself'}</h2>
        {#if access.door_qr !== null}
          <img src={access.door_qr} alt="Code to scan for {access.url}, with its access code" />
        {/if}
        {#each access.urls as url (url)}<p><b class="address">{url}</b></p>{/each}
        <p>Its code, if it is typed:</p>
        <p class="code">{access.code}</p>
        <p class="quiet">
          Who has it sees and changes everything here. A new one: <code>--new-code</code>.
        </p>
      </div>
    </div>
  {/if}
</section>

<style>
  .page {
    padding: 1rem 1.75rem 2rem;
    display: grid;
    gap: 0.75rem;
    justify-items: start;
  }
  .page h1 {
    font-size: 2.6rem;
  }
  h2 {
    font-weight: 700;
    font-size: 1.15rem;
  }
  .steps {
    display: flex;
    flex-wrap: wrap;
    gap: 2rem 4rem;
  }
  .steps > div {
    max-width: 24rem;
    display: grid;
    gap: 0.4rem;
    align-content: start;
  }
  img {
    width: 13rem;
    border: 1px solid var(--line);
  }
  .address {
    overflow-wrap: anywhere;
    font-size: 1.1rem;
  }
  .print {
    overflow-wrap: anywhere;
    font-variant-numeric: tabular-nums;
    letter-spacing: 0.03em;
  }
  .code {
    font-size: 2.6rem;
    font-weight: 800;
    letter-spacing: 0.08em;
    line-height: 1;
  }
  pre {
    background: var(--paper-deep);
    padding: 0.75rem 1rem;
    border-radius: 4px;
  }
</style>
