<script lang="ts">
  import { refresh } from '$lib/device/refresh';
  import { CASINGS, CASING_KEYS, type CasingKey, type Recipe } from '$core/grind';
  import { sendJson } from '$lib/device/send';
  import { Field } from '$lib/ui/fields';
  import Fold from '$lib/ui/Fold.svelte';

  /** The recipe in hand, to be changed; or another made of it. Every version is kept. */
  let { recipe }: { recipe: Recipe } = $props();
  let open = $state(false);
  let said = $state('');
  const text = (value: number) => String(Math.round(value * 100) / 100);
  const formOf = (r: Recipe) => ({
    name: r.name,
    aim: text(r.fat.aim * 100),
    salt: text(r.salt),
    water: text(r.water * 100),
    casing: r.casing?.kind ?? ('' as CasingKey | ''),
    mm: r.casing ? text(r.casing.mm) : '',
    plates: r.plates.map(text).join(', '),
    seasonings: r.seasonings.map((s) => `${text(s.perKg)} ${s.name}`).join('\n'),
    steps: r.steps.join('\n')
  });
  // svelte-ignore state_referenced_locally
  let form = $state(formOf(recipe));
  $effect(() => {
    form = formOf(recipe);
    said = '';
  });
  const number = (value: string) => Number(value.trim().replace(',', '.'));
  const lines = (value: string) =>
    value
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean);

  /** Keeps it under its key, or under one of its own. */
  async function keep(another: boolean): Promise<void> {
    const bad = lines(form.seasonings).find((line) => !/^\d+(?:[.,]\d+)?\s+\S/.test(line));
    if (bad) {
      said = `“${bad}”: parts in a thousand first, then what it is, such as 2.5 black pepper`;
      return;
    }
    const key = another
      ? `own-${form.name
          .toLowerCase()
          .normalize('NFKD')
          .replace(/[^a-z0-9]+/g, '-')
          .replace(/^-+|-+$/g, '')
          .slice(0, 30)}`
      : recipe.key;
    const sent = await sendJson<Recipe>(`/api/v1/recipes/${key}`, 'PUT', {
      ...recipe,
      name: form.name,
      fat: { ...recipe.fat, aim: number(form.aim) / 100 },
      salt: number(form.salt),
      water: number(form.water) / 100,
      casing: form.casing === '' ? null : { kind: form.casing, mm: number(form.mm) },
      plates: form.plates.split(/[,;]\s+|;/).map(number),
      seasonings: lines(form.seasonings).map((line) => {
        const [, grams = '', name = ''] = /^(\d+(?:[.,]\d+)?)\s+(.*)$/.exec(line) ?? [];
        return { perKg: number(grams), name };
      }),
      steps: lines(form.steps)
    });
    said = sent.ok ? `Kept as version ${sent.body.version}.` : sent.text;
    if (sent.ok) await refresh('larder:stock');
  }
</script>

<Fold title="Change this recipe (version {recipe.version})" bind:open>
  <form
    novalidate
    onsubmit={(e) => {
      e.preventDefault();
      void keep(false);
    }}
  >
    <div class="pair">
      <Field label="Name" bind:value={form.name} limits={{ maxlength: 60 }} />
      <Field
        label={recipe.fat.how === 'near' ? 'Fat' : 'Fat, at most'}
        bind:value={form.aim}
        inputmode="decimal"
        unit="%"
      />
      <Field label="Salt in all" bind:value={form.salt} inputmode="decimal" unit="‰" />
      <Field label="Ice water" bind:value={form.water} inputmode="decimal" unit="%" />
      <Field
        label="Filled into"
        bind:value={form.casing}
        items={[
          { value: '', name: 'nothing' },
          ...CASING_KEYS.map((value) => ({ value, name: CASINGS[value].name }))
        ]}
      />
      {#if form.casing !== ''}<Field
          label="Wide when filled"
          bind:value={form.mm}
          inputmode="decimal"
          unit="mm"
        />{/if}
      <Field label="Plates, one after another" bind:value={form.plates} unit="mm" />
    </div>
    <Field
      label="Seasoning, parts in a thousand and what, one a line"
      bind:value={form.seasonings}
      rows={4}
    />
    <Field label="What to do, one step a line" bind:value={form.steps} rows={4} />
    <p class="row">
      <button class="press" type="submit">Keep it as the next version</button>
      <button class="press" type="button" onclick={() => void keep(true)}>Keep it as another</button>
      {#if said}<span role="status">{said}</span>{/if}
    </p>
  </form>
</Fold>

<style>
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: center;
  }
</style>
