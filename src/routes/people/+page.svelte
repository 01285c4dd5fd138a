<script lang="ts">
  import { enhance } from '$app/forms';
  import { Field } from '$lib/ui/fields';
  import { plainForm } from '$lib/ui/plain-form';
  import { formatter } from '$lib/words/formatter';
  import { ROLE_WORDS } from '$lib/words/roles';

  let { data, form } = $props();
  const format = $derived(formatter(data.larder));
  let said = $state('');
  let role = $state('hand');
  // svelte-ignore state_referenced_locally
  let name = $state(form && 'name' in form ? form.name : '');
  const send = plainForm((text) => (said = text));
  const roles = $derived(data.roles.map((value) => ({ value, name: ROLE_WORDS[value] })));
  const short = $derived(data.roles.map((value) => ({ value, name: value })));
  const given = $derived(form && 'given' in form ? form.given : undefined);
  const faultAt = (at: string) => (form && 'at' in form && form.at === at ? form.fault : undefined);
  /** Somebody is taken out by a second press. */
  let asked = $state('');
  $effect(() => {
    if (given) name = '';
  });
</script>

<svelte:head><title>Who may come in · {data.larder.larderName}</title></svelte:head>

<p class="small"><a class="link" href="/settings">Settings</a></p>
<h1>Who may come in</h1>
<p class="soft lead">
  {#if data.beyond}
    Other devices reach this larder (<code>{data.beyond}</code>): everybody signs in.
  {:else if data.signIn === 'always'}
    Only this machine reaches this larder, and it asks for a name all the same.
  {:else}
    Only this machine reaches this larder, and it asks nobody. <code>HOST=0.0.0.0</code> opens it to other devices
    of the house; then everybody signs in.
  {/if}
</p>
{#if said}<p class="fault" role="alert">{said}</p>{/if}
{#if given}
  <div class="given" role="status">
    <p>
      <strong>{given.name}</strong> signs in with <code class="mono">{given.password}</code>
    </p>
    <p class="soft">It is shown this once, counts for a week, and is changed at the first sign-in.</p>
  </div>
{/if}

<ul>
  {#each data.people as one (one.id)}
    <li>
      <span class="who"
        ><strong>{one.name}</strong>{#if one.id === data.me}<span class="soft">, you</span>{/if}<small
          class="soft"
          >{one.made
            ? 'password still to be changed'
            : one.seenAt
              ? `last here ${format.moment(one.seenAt)}`
              : 'not signed in anywhere'}</small
        ></span
      >
      <form method="POST" action="?/role" use:enhance={send} class="role">
        <input type="hidden" name="id" value={one.id} />
        <Field
          label="What {one.name} is"
          unseen
          name="role"
          value={one.role}
          items={short}
          fault={faultAt(one.id)}
        />
        <button class="press press-quiet">Keep</button>
      </form>
      <form method="POST" action="?/password" use:enhance={send}>
        <input type="hidden" name="id" value={one.id} />
        <button class="press press-quiet">New password</button>
      </form>
      <form method="POST" action="?/remove" use:enhance={send}>
        <input type="hidden" name="id" value={one.id} />
        {#if asked === one.id}<button class="press">Yes, {one.name} comes in no more</button>
        {:else}<button type="button" class="press press-quiet" onclick={() => (asked = one.id)}
            >Take out</button
          >{/if}
      </form>
    </li>
  {:else}
    <li class="soft none">Nobody has a name here yet. The first should be a keeper.</li>
  {/each}
</ul>

<div class="two">
  <form method="POST" action="?/add" use:enhance={send}>
    <h2>Let somebody in</h2>
    <Field
      label="Name"
      hint="they sign the book with it"
      name="name"
      bind:value={name}
      limits={data.limits.hand ?? {}}
      fault={form && 'name' in form ? form.fault : undefined}
    />
    <Field label="As" name="role" bind:value={role} items={roles} />
    <div><button class="press press-main">Let them in</button></div>
  </form>
  {#if !data.beyond}
    <form method="POST" action="?/ask" use:enhance={send}>
      <h2>On this machine</h2>
      <p class="soft">
        {data.signIn === 'always'
          ? 'A name is asked for here too.'
          : 'Whoever sits here works without a name and a password.'}
      </p>
      <input type="hidden" name="signIn" value={data.signIn === 'always' ? 'beyond' : 'always'} />
      <div>
        <button class="press">{data.signIn === 'always' ? 'Ask nobody here' : 'Ask here too'}</button>
      </div>
      {#if faultAt('ask')}<p class="fault" role="alert">{faultAt('ask')}</p>{/if}
    </form>
  {/if}
</div>
<p class="soft small">
  What somebody booked stays theirs when they are taken out. Names and passwords are in no backup: a restored
  larder asks for its keepers anew. A password that the last keeper has lost:
  <code>npm run people -- password "Name"</code> on the larder’s machine.
</p>

<style>
  h1 {
    font-size: 1.55rem;
  }
  h2 {
    font-size: 1.05rem;
    color: var(--soft);
  }
  .lead {
    max-width: 70ch;
  }
  ul {
    margin: 18px 0 8px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(170px, 1fr) 250px auto auto;
    align-items: center;
    gap: 6px 18px;
    min-height: 66px;
    border-top: 1px solid var(--line);
  }
  li:last-child {
    border-bottom: 1px solid var(--line);
  }
  .who small {
    display: block;
    font-size: 0.88rem;
  }
  .role {
    display: flex;
    align-items: center;
    gap: 8px;
  }
  .role :global(.one) {
    flex: 1;
  }
  .none {
    display: block;
    padding: 18px 0;
  }
  .given {
    margin-top: 14px;
    padding: 12px 16px;
    border: 2px solid var(--spruce-text);
    border-radius: 4px;
    max-width: 620px;
  }
  .given .mono {
    font-size: 1.15rem;
    font-weight: 700;
    white-space: nowrap;
  }
  .two {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 400px));
    gap: 24px 60px;
    margin: 26px 0 20px;
  }
  .two form {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 600;
  }
  @media (max-width: 53.75em) {
    li {
      grid-template-columns: 1fr 1fr;
      padding: 10px 0;
    }
    .who,
    .role {
      grid-column: 1 / -1;
    }
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
