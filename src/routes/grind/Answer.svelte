<script lang="ts">
  import { CASINGS, isWarning, type MixFault } from '$core/grind';
  import { CURE_LIMITS } from '$core/reference';
  import type { Grinding } from '$lib/grind/grinding.svelte';
  import type { Blender } from '$lib/workers/blender.svelte';
  import { Field } from '$lib/ui/fields';
  import type { Formatter } from '$lib/words/formatter';
  import { said } from '$lib/words/said';

  let { grinding, blender, format }: { grinding: Grinding; blender: Blender; format: Formatter } = $props();
  const { choice, recipe, mix, data } = $derived(grinding);
  const percent = (share: number, decimals = 1) => `${(share * 100).toFixed(decimals)} %`;
  const answer = $derived(grinding.ask ? blender.answer : undefined);
  const named = (id: string) => {
    const trim = data.trim.find((t) => t.id === id);
    return trim
      ? `${trim.code}${trim.tub === 'fat' ? ' fat' : ''}`
      : (data.shelf.find((s) => s.id === id)?.name ?? '');
  };
  const isFat = (id: string) =>
    data.shelf.some((s) => s.id === id) || data.trim.some((t) => t.id === id && t.tub === 'fat');
  const WHY = {
    lean: 'There is not enough fat for that.',
    fat: 'What is chosen is fatter than that.',
    short: 'There is not so much of it.'
  } as const;
  function faultWords(fault: MixFault): string {
    const rule = CURE_LIMITS[data.cureRule];
    switch (fault.code) {
      case 'over':
        return `${fault.dose.toFixed(1)} g of cure × ${((grinding.cureLot?.strength ?? 0) * 100).toFixed(2)} % ÷ ${format.mass(grinding.meat, 2)} = ${fault.mgPerKg.toFixed(1)} ppm of nitrite. The rule allows ${rule.mgPerKg} (${rule.source}). Over-dosing is poisonous.`;
      case 'strength':
        return 'This recipe cures, and no cure salt of known strength is on the shelf. Put it in with the per cent of nitrite its label says: the strength is never guessed.';
      case 'fresh':
        return 'No cure salt goes into what is eaten fresh.';
      case 'little':
        return `${fault.mgPerKg.toFixed(0)} ppm of nitrite is little for what is smoked or dried: under 100 it hardly protects.`;
      case 'salty':
        return `The cure salt alone brings ${fault.perKg.toFixed(1)} ‰ of salt, more than the recipe asks.`;
    }
  }
</script>

<section aria-label="What goes in" class="answer">
  <div class="recipes" role="group" aria-label="Recipe">
    {#each data.recipes as one (one.key)}
      <button
        class="press"
        class:press-main={one.key === recipe?.key}
        type="button"
        aria-pressed={one.key === recipe?.key}
        onclick={() => {
          choice.recipe = one.key;
          choice.aim = '';
          choice.dose = '';
        }}>{one.name}</button
      >
    {/each}
  </div>
  {#if recipe}
    <div class="asks">
      <Field
        label={recipe.fat.how === 'atMost' ? 'Fat, at most' : 'Fat'}
        bind:value={choice.aim}
        placeholder={(recipe.fat.aim * 100).toFixed(0)}
        inputmode="decimal"
        unit="%"
        fault={grinding.aim === undefined ? 'a share from 0 to 60' : ''}
      />
      <Field
        label="Meat and fat"
        bind:value={choice.total}
        placeholder="all of it"
        inputmode="decimal"
        unit={format.unit}
        fault={grinding.total === false ? 'a weight, or nothing for all of it' : ''}
      />
      <Field
        label="With the least"
        bind:value={choice.least}
        items={[
          { value: 'bought', name: 'bought fat' },
          { value: 'cost', name: 'money' }
        ]}
      />
    </div>
  {/if}

  {#if answer && grinding.parts.length > 0}
    <p class="hero">
      <strong data-testid="blend-total">{format.mass(grinding.meat)}</strong> at
      <strong data-testid="blend-fat">{percent(grinding.fat)}</strong> fat
    </p>
    <div class="bar" role="img" aria-label="What it is made of, by weight">
      {#each grinding.parts as part (part.id)}<span
          class="tub tub-{isFat(part.id) ? 'F' : 'G'}"
          style:flex-grow={part.grams}
          title="{named(part.id)}, {format.mass(part.grams)}"
        ></span>{/each}
    </div>
    <ul class="parts">
      {#each grinding.parts as part (part.id)}<li>
          <span class="swatch tub tub-{isFat(part.id) ? 'F' : 'G'}"></span>{named(part.id)}
          <strong class="mono">{format.mass(part.grams, 3)}</strong>
        </li>{/each}
    </ul>
    {#if !answer.met}<p class="near" role="status">
        {WHY[answer.why ?? 'short']} The nearest that can be is {format.mass(answer.total)} at {percent(
          answer.fat
        )}.
      </p>{/if}
    {#if answer.bought > 0}<p class="soft small">
        {format.mass(answer.bought)} of it bought{#if answer.cost > 0}, {format.money(answer.cost)}{/if}: it
        never counts as the animals’ meat.
      </p>{/if}
  {:else if grinding.chosen.length === 0}
    <p class="soft empty">Tick what is to be ground: a run as a whole by its number, or single lots.</p>
  {:else}<p class="soft empty">
      {blender.broke ? 'The reckoning broke off; press the recipe again.' : 'Reckoning …'}
    </p>{/if}

  {#if recipe?.cured && grinding.cures.length > 0}
    <div class="asks">
      <Field
        label="Cure salt"
        value={grinding.cureLot?.id ?? ''}
        onchange={(e: Event) => (choice.cureLot = (e.currentTarget as HTMLSelectElement).value)}
        items={grinding.cures.map((lot) => ({
          value: lot.id,
          name: `${lot.name}, ${lot.strength === undefined ? 'strength not read' : `${(lot.strength * 100).toFixed(2)} %`}`
        }))}
      />
      <Field
        label="Dose"
        hint="to a tenth"
        bind:value={choice.dose}
        placeholder={mix?.measures.find((m) => m.kind === 'cure')?.grams.toFixed(1) ?? ''}
        inputmode="decimal"
        unit="g"
        fault={grinding.dose === false ? 'grams, such as 16.5; nothing for the proposed dose' : ''}
      />
    </div>
  {/if}
  {#if mix}
    {#each mix.faults as fault (fault.code)}<p class="fault" class:warns={isWarning(fault)} role="status">
        {faultWords(fault)}
      </p>{/each}
    <dl>
      {#if mix.nitrite > 0}<div>
          <dt>Nitrite put in</dt>
          <dd>{mix.nitrite.toFixed(0)} ppm <small>of {CURE_LIMITS[data.cureRule].mgPerKg}</small></dd>
        </div>{/if}
      <div>
        <dt>Into the mixer</dt>
        <dd>
          {format.mass(mix.total)}
          {#if grinding.batches}<small
              >{grinding.batches.each.length === 1
                ? 'one batch'
                : `${grinding.batches.each.length} batches of ${format.mass(grinding.batches.each[0] ?? 0)}`},
              hopper
              {grinding.batches.fills === 1 ? 'once' : `${grinding.batches.fills} times`}</small
            >{/if}
        </dd>
      </div>
      {#if grinding.minutes}<div>
          <dt>Takes about</dt>
          <dd class="modelled">
            {Math.round(grinding.minutes.minutes / 5) * 5} min
            <small
              >{grinding.minutes.of === 0
                ? 'usual, until own batches say otherwise'
                : `by ${grinding.minutes.of} of your own`}</small
            >
          </dd>
        </div>{/if}
      {#if recipe?.casing && mix.casing !== undefined}<div>
          <dt>{CASINGS[recipe.casing.kind].name}</dt>
          <dd>{mix.casing.toFixed(1)} m <small>of {recipe.casing.mm} mm</small></dd>
        </div>{/if}
      <div>
        <dt>Plates</dt>
        <dd>{recipe?.plates.map((p) => `${p} mm`).join(', then ')}</dd>
      </div>
      {#if grinding.residue}<div>
          <dt>In the mincer from before</dt>
          <dd>
            {format.mass(grinding.residue.grams)}
            <small>goes into this batch, and its animals with it</small>
          </dd>
        </div>{/if}
    </dl>
    {#if recipe && recipe.steps.length > 0}<ol>
        {#each recipe.steps as step (step)}<li>{said(step, format)}</li>{/each}
      </ol>{/if}
  {/if}
</section>

<style>
  .answer {
    display: flex;
    flex-direction: column;
    gap: 12px;
  }
  .recipes {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  .recipes .press {
    min-height: 56px;
  }
  .asks {
    display: grid;
    grid-template-columns: 1fr 1.1fr 1.2fr;
    gap: 12px;
  }
  .hero {
    font-size: 1.9rem;
    line-height: 1.1;
    color: var(--soft);
  }
  .hero strong {
    color: var(--ink);
    font-weight: 750;
  }
  .bar {
    display: flex;
    height: 34px;
    gap: 2px;
  }
  .bar span {
    min-width: 3px;
    flex-basis: 0;
  }
  .parts {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 22px;
  }
  .parts li {
    display: flex;
    align-items: center;
    gap: 8px;
  }
  .swatch {
    width: 16px;
    height: 16px;
  }
  .near,
  .fault {
    padding: 8px 12px;
    border-left: 5px solid var(--rust);
    background: var(--card);
    font-weight: 600;
  }
  .near,
  .warns {
    border-color: var(--brass);
  }
  .empty {
    padding: 20px 0;
  }
  dl {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 30px;
  }
  dt {
    color: var(--soft);
    font-size: 0.88rem;
  }
  dd {
    font-weight: 650;
  }
  dd small {
    font-weight: 400;
    color: var(--soft);
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
    max-width: 62ch;
    font-size: 0.95rem;
  }
  ol li {
    margin-bottom: 3px;
  }
  @media (max-width: 47.5em) {
    .asks {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
