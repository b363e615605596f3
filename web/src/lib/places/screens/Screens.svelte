<script lang="ts">
  // Other screens: how a tablet or a telephone of this house gets in, and what this one can do.
  import { http, want, type Access } from '$lib/api/client'
  import { missingHere } from '$lib/ui/secure'

  let access = $state.raw<Access | null>(null)
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

<section class="pt-4 pb-8 px-7 grid gap-3 justify-items-start">
  <h1 class="shout text-3xl">Other screens</h1>
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
    <pre class="bg-paper-deep py-3 px-4 rounded-base">trencher serve --lan</pre>
    <p class="quiet">
      It then shows a code to type or to scan, and makes a certificate of this house's own.
    </p>
  {:else}
    <div class="flex flex-wrap gap-y-8 gap-x-16">
      {#if access.install_url !== null && access.install_qr !== null}
        <div class="max-w-96 grid gap-1.5 content-start">
          <h2 class="font-bold text-lg">Once for each tablet: this house's certificate</h2>
          <img
            class="w-52 border border-line"
            src={access.install_qr}
            alt="Code to scan for {access.install_url}"
          />
          <p><b class="wrap-anywhere text-lg">{access.install_url}</b></p>
          <p class="quiet">Its fingerprint, to compare there:</p>
          <p class="wrap-anywhere tabular-nums tracking-tight">{access.fingerprint}</p>
        </div>
      {/if}
      <div class="max-w-96 grid gap-1.5 content-start">
        <h2 class="font-bold text-lg">
          {access.install_url === null ? 'Open Trencher there' : 'Then Trencher itself'}
        </h2>
        {#if access.door_qr !== null}
          <img
            class="w-52 border border-line"
            src={access.door_qr}
            alt="Code to scan for {access.url}, with its access code"
          />
        {/if}
        {#each access.urls as url (url)}<p><b class="wrap-anywhere text-lg">{url}</b></p>{/each}
        <p>Its code, if it is typed:</p>
        <p class="text-3xl font-extrabold tracking-tight leading-none">{access.code}</p>
        <p class="quiet">
          Who has it sees and changes everything here. A new one: <code>--new-code</code>.
        </p>
      </div>
    </div>
  {/if}
</section>
