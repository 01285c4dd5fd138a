<script lang="ts">
  import { page } from '$app/state';
  import Outbox from './OutboxState.svelte';

  interface Props {
    name: string;
    counts: { bench: number; hanging: number; field: number };
    /** Who is signed in. */
    me?: string | undefined;
    /** Nobody is, where that is asked: there is nowhere to go. */
    outside?: boolean;
  }
  let { name, counts, me, outside = false }: Props = $props();

  const stations = $derived([
    { href: '/field', name: 'Field', key: '1', count: counts.field },
    { href: '/weigh-in', name: 'Weigh in', key: '2' },
    { href: '/hanging', name: 'Hanging', key: '3', count: counts.hanging },
    { href: '/bench', name: 'Bench', key: '4', count: counts.bench },
    { href: '/plan', name: 'Plan', key: 'P' },
    { href: '/grind', name: 'Grind', key: '5' },
    { href: '/wrap', name: 'Wrap', key: '6' },
    { href: '/store', name: 'Cold store', key: '7' },
    { href: '/worth', name: 'Worth', key: '8' }
  ]);
  const apart = [
    { href: '/trace', name: 'Trace', key: 'T' },
    { href: '/animals', name: 'Animals', key: '/' },
    { href: '/book', name: 'Book', key: '9' },
    { href: '/settings', name: 'Settings', key: '0' }
  ];
  const here = (href: string) => page.url.pathname === href || page.url.pathname.startsWith(`${href}/`);
</script>

<header class="rail">
  <div class="bar" aria-hidden="true"></div>
  <div class="row">
    <a class="larder" href="/" aria-current={page.url.pathname === '/' ? 'page' : undefined}>{name}</a>
    {#if !outside}
      <nav aria-label="Stations" class="hooks">
        {#each stations as { href, name: label, key, count } (href)}
          <a
            {href}
            class="station"
            class:here={here(href)}
            aria-current={here(href) ? 'page' : undefined}
            title="Alt+{key}"
          >
            <svg
              viewBox="0 {here(href) ? -8 : 0} 16 {here(href) ? 28 : 20}"
              width="16"
              height={here(href) ? 28 : 20}
              aria-hidden="true"
              ><path
                d="M8 -8v17a4 4 0 1 1-4 4"
                fill="none"
                stroke="currentColor"
                stroke-width="2.4"
                stroke-linecap="round"
              /></svg
            >
            <span
              >{label}{#if count}<small>{count}</small>{/if}</span
            >
          </a>
        {/each}
      </nav>
      <nav aria-label="Beside the rail" class="apart">
        <Outbox />
        {#each apart as { href, name: label, key } (href)}
          <a
            {href}
            class="plain"
            class:here={here(href)}
            aria-current={here(href) ? 'page' : undefined}
            title={/^\d$/.test(key) ? `Alt+${key}` : `key ${key}`}>{label}</a
          >
        {/each}
        {#if me}<a
            href="/me"
            class="plain me"
            class:here={here('/me')}
            aria-current={here('/me') ? 'page' : undefined}
            title="Password, PIN, sign out">{me}</a
          >{/if}
      </nav>
    {/if}
  </div>
</header>

<style>
  .rail {
    padding-top: 18px;
  }
  .bar {
    height: 5px;
    background: linear-gradient(#8a8577, #4a463d 60%, #6b665a);
  }
  .row {
    display: grid;
    grid-template-columns: minmax(0, 300px) 1fr auto;
    align-items: center;
    gap: 0 1.2rem;
    max-width: 1400px;
    margin: 0 auto;
    padding: 0 24px;
    min-height: 62px;
  }
  .larder {
    font-family: var(--font-head);
    font-size: 1.3rem;
    font-weight: 700;
    text-decoration: none;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    padding: 0.5rem 0;
  }
  .hooks {
    display: flex;
    gap: 0.4rem;
    align-self: start;
  }
  .station {
    display: flex;
    flex-direction: column;
    align-items: center;
    text-decoration: none;
    color: var(--soft);
    font-weight: 600;
    min-width: 92px;
    min-height: 50px;
  }
  .station svg {
    margin-top: -2px;
    color: #7d786b;
    flex: none;
  }
  .station span {
    padding: 5px 12px 6px;
    border-radius: 4px;
    white-space: nowrap;
  }
  .station small {
    margin-left: 0.35rem;
    font-size: 0.83rem;
  }
  .station:hover span {
    color: var(--ink);
  }
  .station.here span {
    background: var(--spruce);
    color: #fff;
  }
  .apart {
    position: relative;
    display: flex;
    align-items: center;
    gap: 0.3rem;
  }
  .plain {
    color: var(--soft);
    text-decoration: none;
    font-weight: 600;
    padding: 0.6rem 0.7rem;
    border-radius: 4px;
  }
  @media (max-width: 84em) {
    .row {
      grid-template-columns: minmax(150px, 1fr) auto auto;
      gap: 0 0.8rem;
    }
    .hooks {
      gap: 0;
    }
    .station {
      min-width: 0;
    }
    .station span {
      padding: 5px 9px 6px;
    }
    .plain {
      padding: 0.6rem 0.45rem;
    }
  }
  .me {
    max-width: 9em;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: var(--spruce-text);
  }
  .plain:hover {
    color: var(--ink);
  }
  .plain.here {
    background: var(--spruce);
    color: #fff;
  }
  /* Two rows: the larder and what stands beside the rail, then the stations. */
  @media (max-width: 68.75em) and (min-width: 47.5625em) {
    .row {
      grid-template-columns: 1fr auto;
      padding: 0 14px;
    }
    .hooks {
      grid-row: 2;
      grid-column: 1 / -1;
      justify-content: space-between;
    }
    .station svg {
      display: none;
    }
    .station span {
      padding: 9px 8px;
      min-height: 44px;
    }
  }
  @media (max-width: 47.5em) {
    .me {
      max-width: 5em;
    }
    .rail {
      padding-top: 8px;
    }
    .row {
      grid-template-columns: 1fr auto;
      padding: 0 14px;
    }
    .hooks {
      display: grid;
      grid-template-columns: repeat(5, minmax(0, 1fr));
      grid-row: 2;
      grid-column: 1 / -1;
    }
    .station {
      flex: 1;
      min-width: 0;
    }
    .station svg {
      display: none;
    }
    .hooks {
      gap: 0;
      margin: 0 -8px;
    }
    .station span {
      margin-bottom: 6px;
      padding: 9px 6px;
      min-height: 44px;
      font-size: 0.95rem;
    }
    .station small {
      margin-left: 0.2rem;
    }
    .larder {
      font-size: 1.1rem;
    }
    .plain {
      padding: 0.7rem 0.5rem;
    }
  }
  @media (max-width: 26.25em) {
    .plain {
      padding: 0.7rem 0.3rem;
      font-size: 0.9rem;
    }
    .apart {
      gap: 0.1rem;
    }
    .row {
      gap: 0 0.5rem;
    }
    .station span {
      padding: 9px 1px;
      font-size: 0.82rem;
    }
  }
</style>
