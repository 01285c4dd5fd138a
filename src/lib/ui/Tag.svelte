<script lang="ts">
  import type { Snippet } from 'svelte';

  let {
    code,
    href,
    children,
    large = false
  }: { code: string; href?: string; children: Snippet; large?: boolean } = $props();
</script>

<svelte:element this={href ? 'a' : 'div'} {href} class="tag" class:large>
  <svg class="hole" viewBox="0 0 20 20" width="18" height="18" aria-hidden="true"
    ><circle cx="10" cy="10" r="8.5" fill="var(--paper)" stroke="var(--tag-edge)" stroke-width="2" /></svg
  >
  <span class="body">
    <strong class="code mono">{code}</strong>
    {@render children()}
  </span>
</svelte:element>

<style>
  .tag {
    --cut: 22px;
    position: relative;
    display: flex;
    align-items: center;
    gap: 12px;
    padding: 9px 14px 9px 12px;
    color: var(--ink);
    text-decoration: none;
    background: var(--tag-edge);
    clip-path: polygon(
      var(--cut) 0,
      100% 0,
      100% 100%,
      var(--cut) 100%,
      0 max(50%, 100% - var(--cut) * 1.6),
      0 min(50%, var(--cut) * 1.6)
    );
  }
  .tag::before {
    content: '';
    position: absolute;
    inset: 1.5px;
    background: var(--tag);
    clip-path: polygon(
      calc(var(--cut) - 0.4px) 0,
      100% 0,
      100% 100%,
      calc(var(--cut) - 0.4px) 100%,
      0 max(50%, 100% - var(--cut) * 1.6),
      0 min(50%, var(--cut) * 1.6)
    );
  }
  .hole,
  .body {
    position: relative;
    flex: none;
  }
  .body {
    flex: 1;
    min-width: 0;
    display: flex;
    flex-direction: column;
    line-height: 1.32;
  }
  .code {
    font-size: 1.3rem;
    font-weight: 700;
    letter-spacing: 0.01em;
  }
  .large {
    padding: 16px 18px 16px 14px;
    gap: 16px;
  }
  @media (max-width: 47.5em) {
    .tag:not(.large) {
      --cut: 18px;
    }
    .tag:not(.large) .body {
      flex-flow: row wrap;
      align-items: baseline;
      gap: 0 10px;
    }
  }
  .large .code {
    font-size: 1.6rem;
    margin-bottom: 2px;
  }
</style>
