<script lang="ts">
  import { enhance } from '$app/forms';
  import { Field, Tick } from '$lib/ui/fields';
  import { plainForm } from '$lib/ui/plain-form';
  import PinPad from './PinPad.svelte';

  let { data, form } = $props();
  let said = $state('');
  let password = $state('');
  let stay = $state(false);
  // svelte-ignore state_referenced_locally
  let name = $state(form?.name ?? '');
  // svelte-ignore state_referenced_locally
  let chosen = $state(form?.person ?? (data.here.length === 1 ? data.here[0]?.id : undefined));
  const person = $derived(data.here.find(({ id }) => id === chosen));
  let other = $state(false);
  const send = plainForm((text) => (said = text));
</script>

<svelte:head><title>Sign in · {data.larder.larderName}</title></svelte:head>

<h1>Who is there?</h1>
{#if data.working}<p class="soft">
    {data.working} is signed in here.
    <a class="link" href={data.to}>Go on as {data.working}</a>
  </p>{/if}
{#if said}<p class="fault" role="alert">{said}</p>{/if}
{#if data.here.length > 0 && !other}
  <div class="names">
    {#each data.here as one (one.id)}
      <button
        type="button"
        class="press"
        class:press-main={one.id === chosen}
        aria-pressed={one.id === chosen}
        onclick={() => (chosen = one.id)}>{one.name}</button
      >
    {/each}
    <button type="button" class="press press-quiet" onclick={() => (other = true)}>Somebody else</button>
  </div>
  {#if person}
    {#key person.id}
      <form method="POST" action="?/pin" use:enhance={send}>
        <input type="hidden" name="person" value={person.id} />
        <input type="hidden" name="to" value={data.to} />
        <PinPad name={person.name} fault={form?.person === person.id ? form.fault : undefined} />
      </form>
    {/key}
  {/if}
{:else}
  <form method="POST" action="?/password" class="password" use:enhance={send}>
    <input type="hidden" name="to" value={data.to} />
    <Field label="Name" name="name" autocomplete="username" bind:value={name} limits={{ maxlength: 60 }} />
    <Field
      label="Password"
      name="password"
      type="password"
      autocomplete="current-password"
      bind:value={password}
      fault={form?.fault}
    />
    <Tick name="stay" bind:checked={stay}>come in with a PIN from now on, on this device</Tick>
    <div class="names">
      <button class="press press-main">Sign in</button>
      {#if other}<button type="button" class="press press-quiet" onclick={() => (other = false)}>Back</button
        >{/if}
    </div>
    <p class="soft small">
      A password that is lost: a keeper gives a new one, or <code>npm run people -- password "Name"</code> on the
      larder’s machine.
    </p>
  </form>
{/if}

<style>
  h1 {
    font-size: 1.55rem;
  }
  .names {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin: 14px 0 18px;
  }
  .names .press {
    min-height: 56px;
  }
  .password {
    display: flex;
    flex-direction: column;
    gap: 0.9rem;
    max-width: 380px;
    margin-top: 16px;
  }
  .password .names {
    margin: 6px 0 0;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
</style>
