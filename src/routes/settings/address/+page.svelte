<script lang="ts">
  import { enhance } from '$app/forms';
  import { Field } from '$lib/ui/fields';
  import { plainForm } from '$lib/ui/plain-form';

  let { data, form } = $props();
  let said = $state('');
  // svelte-ignore state_referenced_locally
  let address = $state(form?.address ?? (data.address || ''));
  const send = plainForm((text) => (said = text));
</script>

<svelte:head><title>How it is reached · {data.larder.larderName}</title></svelte:head>

<h1>How do other devices reach this larder?</h1>
<p class="soft lead">
  A tag’s code and a calendar carry an address. A phone that reads it must get here by it; asked once, changed
  in Settings.
</p>
{#if data.shut}<p class="soft lead">
    As it runs now only this machine reaches it. <code>HOST=0.0.0.0</code> opens it to the devices of the house,
    with sign-in.
  </p>{/if}
{#if said}<p class="fault" role="alert">{said}</p>{/if}
<form method="POST" use:enhance={send}>
  <input type="hidden" name="to" value={data.to} />
  {#if data.proposed.length > 0}
    <div class="proposed">
      {#each data.proposed as one (one)}
        <button type="button" class="press mono" onclick={() => (address = one)}>{one}</button>
      {/each}
    </div>
  {/if}
  <Field label="Address" name="address" bind:value={address} fault={form?.fault} mono inputmode="url" />
  <div class="proposed">
    <button class="press press-main" disabled={address.trim() === ''}>Use this address</button>
    <button class="press" name="none" value="yes">No other device comes here</button>
  </div>
</form>

<style>
  h1 {
    font-size: 1.55rem;
  }
  .lead {
    max-width: 70ch;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 1rem;
    max-width: 520px;
    margin-top: 18px;
  }
  .proposed {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
</style>
