<script lang="ts">
  import { enhance } from '$app/forms';
  import { forgetSeen } from '$lib/device/forget';
  import { Field } from '$lib/ui/fields';
  import { plainForm } from '$lib/ui/plain-form';
  import { ROLE_WORDS } from '$lib/words/roles';

  let { data, form } = $props();
  let said = $state('');
  const send = plainForm((text) => (said = text));
  const leave = plainForm((text) => (said = text));
  const faultAt = (at: string) => (form && 'at' in form && form.at === at ? form.fault : undefined);
  /** What this browser keeps of pages and animals goes with whoever leaves; what waits to be sent stays theirs. */
  const forget = () => void forgetSeen();
</script>

<svelte:head><title>{data.me.name} · {data.larder.larderName}</title></svelte:head>

<h1>{data.me.name}</h1>
<p class="soft">{ROLE_WORDS[data.me.role]}</p>
{#if said}<p class="fault" role="alert">{said}</p>{/if}
{#if form && 'done' in form}<p class="done" role="status">
    {form.done} <a class="link" href={data.to}>Go on</a>
  </p>{/if}
{#if data.me.made}<p class="done" role="status">
    This password was made for you. Choose one of your own, then the larder is open.
  </p>{/if}

<div class="two">
  <form method="POST" action="?/password" use:enhance={send}>
    <h2>Password</h2>
    <input type="hidden" name="username" autocomplete="username" value={data.me.name} />
    <Field label="Of now" name="old" type="password" autocomplete="current-password" fault={faultAt('old')} />
    <Field
      label="New"
      hint="12 signs or more; four words that do not belong together"
      name="fresh"
      type="password"
      autocomplete="new-password"
      fault={faultAt('fresh')}
    />
    <Field
      label="New, once more"
      name="again"
      type="password"
      autocomplete="new-password"
      fault={faultAt('again')}
    />
    <div><button class="press press-main">Change it</button></div>
  </form>
  {#if !data.me.made}
    <div class="side">
      <form method="POST" action="?/pin" use:enhance={send}>
        <h2>PIN at this device</h2>
        <p class="soft">
          {data.pin
            ? 'This device asks you for your PIN alone. Another one takes its place.'
            : 'For wet hands: this device then asks you for a few figures instead of the password.'}
          After five wrong ones it wants the password again.
        </p>
        <Field
          label={data.pin ? 'Another PIN' : 'PIN'}
          hint="4 to 8 figures"
          name="pin"
          type="password"
          inputmode="numeric"
          fault={faultAt('pin')}
        />
        <div class="row">
          <button class="press press-main">{data.pin ? 'Change the PIN' : 'Use a PIN here'}</button>
          {#if data.pin}<button class="press" formaction="?/noPin">No PIN here</button>{/if}
        </div>
      </form>
      <form method="POST" action="?/out" use:enhance={leave} onsubmit={forget}>
        <h2>Leave</h2>
        <div class="row">
          <button class="press">Sign out here</button>
          <button class="press" formaction="?/outEverywhere">Everywhere, PINs too</button>
        </div>
      </form>
    </div>
  {/if}
</div>

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    font-size: 1.05rem;
    color: var(--soft);
  }
  .two {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 420px));
    gap: 30px 60px;
    margin-top: 18px;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
  .side {
    display: flex;
    flex-direction: column;
    gap: 30px;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  .done {
    margin-top: 10px;
    font-weight: 600;
    color: var(--spruce-text);
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
  @media (max-width: 53.75em) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
