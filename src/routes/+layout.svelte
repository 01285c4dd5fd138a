<script lang="ts">
  import '../app.css';
  import { goto } from '$app/navigation';
  import { refreshAll } from '$lib/device/refresh';
  import { isTyping } from '$lib/device/typing';
  import { onMount, type Component } from 'svelte';
  import { page } from '$app/state';
  import { outbox } from '$lib/device/outbox.svelte';
  import { looksOn } from '$lib/words/looks-on';
  import Rail from '$lib/ui/Rail.svelte';

  let { data, children } = $props();
  /** By the figure that goes there with Alt. */
  const stations = [
    '/settings',
    '/field',
    '/weigh-in',
    '/hanging',
    '/bench',
    '/grind',
    '/wrap',
    '/store',
    '/worth',
    '/book'
  ];

  // Somebody else has signed in, without a page load.
  $effect(() => outbox.signedIn(data.meId));

  // What the page shows is from before, once what waited has been sent. The bench and the field hear of it themselves.
  let waited = false;
  $effect(() => {
    const { state } = outbox;
    if (state === 'away' || state === 'shut') waited = true;
    if (state !== 'idle' || !waited) return;
    waited = false;
    if (page.route.id !== '/bench/[code]' && page.route.id !== '/field') void refreshAll();
  });
  // A clock that is off is rare: what says so comes when it is.
  let ClockOff = $state<Component<{ off: number }> | undefined>();
  $effect(() => {
    if (outbox.clockOff !== undefined && !ClockOff)
      void import('$lib/ui/ClockOff.svelte').then((loaded) => (ClockOff = loaded.default));
  });

  // What calls a piece back out of the freezer comes once something lies in it.
  let FirmingCall = $state<Component | undefined>();
  const hearFirming = () => {
    if (!FirmingCall && (localStorage.getItem('yonder-firming') ?? '[]') !== '[]')
      void import('$lib/ui/FirmingCall.svelte').then((loaded) => (FirmingCall = loaded.default));
  };

  onMount(() => {
    outbox.signedIn(data.meId);
    if (!data.outside) outbox.start();
    hearFirming();
    // Says that the page listens now; a test need not press into the void.
    document.documentElement.dataset.awake = '';
  });

  const aside = $derived(looksOn(data.role, page.route.id));

  // The list of keys comes when it is asked for; the bench shows its own.
  let Keys = $state<Component<{ letters: boolean; close: () => void }> | undefined>();
  async function list() {
    Keys = Keys ? undefined : (await import('$lib/ui/bench/Keys.svelte')).default;
  }
  /** `/` looks for an animal from anywhere; at the bench it finds a cut. */
  async function search() {
    if (page.route.id !== '/animals') await goto('/animals');
    document.querySelector<HTMLInputElement>('[data-search]')?.focus();
  }
  function keys(event: KeyboardEvent) {
    // A bench has a list of its keys and a search of its own, the one for practice too.
    const free =
      page.route.id !== '/bench/[code]' && page.route.id !== '/practice' && !isTyping(event.target);
    if (event.key === '?' && free) return void list();
    if (event.key === '/' && free) {
      event.preventDefault();
      return void search();
    }
    if (event.key === 't' && free && data.letterKeys && !event.ctrlKey && !event.metaKey && !event.altKey)
      return void goto('/trace');
    if (event.key === 'Escape') Keys = undefined;
    const station = !event.altKey
      ? undefined
      : event.code === 'KeyP'
        ? '/plan'
        : /^[0-9]$/.test(event.key)
          ? stations[Number(event.key)]
          : undefined;
    if (!station) return;
    event.preventDefault();
    void goto(station);
  }
</script>

<svelte:window onkeydown={keys} onstorage={hearFirming} />
<a class="press press-main skip" href="#main">To the page</a>
<Rail name={data.larder.larderName} counts={data.counts} me={data.me} outside={data.outside} />
{#if ClockOff && outbox.clockOff !== undefined}<ClockOff off={outbox.clockOff} />{/if}
{#if FirmingCall}<FirmingCall />{/if}
{#if aside}<p class="looks-on" role="status">{aside}</p>{/if}
<main id="main" tabindex="-1">
  {@render children()}
</main>
{#if Keys}<Keys letters={data.letterKeys} close={() => (Keys = undefined)} />{/if}

<style>
  .looks-on {
    max-width: 1400px;
    margin: 10px auto 0;
    padding: 0 24px;
    color: var(--brass);
    font-weight: 600;
  }
  main {
    max-width: 1400px;
    margin: 0 auto;
    padding: 14px 24px 24px;
    outline: none;
  }
  @media (max-width: 47.5em) {
    .looks-on {
      padding: 0 14px;
    }
    main {
      padding: 10px 14px 24px;
    }
  }
</style>
