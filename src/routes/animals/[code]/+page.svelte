<script lang="ts">
  import {
    HOLD_MEANS,
    HOLD_NAMES,
    LOSS_NAMES,
    PLACEMENTS,
    SHOT_LOSS,
    animalName,
    type LossReason
  } from '$core/reference';
  import { itemName } from '$core/account';
  import FactsFields from '$lib/ui/FactsFields.svelte';
  import Fold from '$lib/ui/Fold.svelte';
  import Beam from '$lib/ui/Beam.svelte';
  import Tag from '$lib/ui/Tag.svelte';
  import PartPlot from '$lib/ui/PartPlot.svelte';
  import { entryGrams, entryTitle } from '$lib/words/entries';
  import { formatter } from '$lib/words/formatter';
  import { honestForm } from '$lib/ui/honest';
  import { verdictWords } from '$lib/words/verdict';
  import Trimmed from './Trimmed.svelte';
  import Chain from './Chain.svelte';
  import Custody from './Custody.svelte';
  import Harvest from './Harvest.svelte';
  import Records from './Records.svelte';
  import WeighAgain from './WeighAgain.svelte';
  import type { Limits } from '$lib/forms/limits';

  let { data } = $props();
  const format = $derived(formatter(data.larder));
  // svelte-ignore state_referenced_locally
  const { form, errors, constraints, message, enhance } = honestForm(data.facts, {
    id: 'facts',
    invalidateAll: 'force'
  });

  const { card, account } = $derived(data);
  const facts = $derived(card.facts);
  const name = (id: string) => itemName(data.items[id], data.larder.vocabulary);
  const words = $derived(verdictWords(account, facts, format));
  const losses = $derived(
    [...account.beam.segments.filter((s) => s.class === 'X')].sort(
      (a, b) => Math.abs(b.grams) - Math.abs(a.grams)
    )
  );
  const stages = $derived(account.stages);
  const shot = $derived(
    facts.placement && PLACEMENTS.includes(facts.placement)
      ? `${SHOT_LOSS[facts.placement].name.toLowerCase()}${facts.shotSide ? `, ${facts.shotSide}` : ''}`
      : ''
  );
  const ratioText = (r: { value: number; low: number; high: number; modelled: boolean }) =>
    r.modelled ? format.percentRange(r.low, r.high, 0) : format.percent(r.value, 1);
  const weightText = (s: (typeof stages)['live']) =>
    s
      ? s.how === 'modelled'
        ? `about ${format.mass(s.grams, s.grams > 20_000 ? 0 : 1)}, modelled`
        : `${format.mass(s.grams)}${s.how === 'estimated' ? ', estimated' : ''}`
      : '';
  const facesBench = $derived(account.work !== 'done');
  let factsOpen = $state(false);
  /** What it takes to set something right is loaded when it is asked for. */
  let wrongOpen = $state(false);
  $effect(() => {
    if (Object.keys($errors).length > 0) factsOpen = true;
  });
  /** Whether it was trimmed before it was weighed decides what it is held against, and can be said or said otherwise. */
  const asksTrimmed = $derived(
    account.verdict !== undefined && /^(unsaid|said|some)$/.test(account.weighed?.known ?? '')
  );
  const uneven = $derived(account.sides.filter((s) => s.comparison.uneven));
</script>

<svelte:head><title>{card.code} {animalName(facts)} · {data.larder.larderName}</title></svelte:head>

{#if data.held.condemned}
  <section class="held" aria-label="Condemned">
    <strong>Condemned.</strong>
    {#if data.held.recipients.length > 0}Tell those who have some of it: {data.held.recipients
        .map(
          (r) =>
            `${r.party} (${format.mass(r.grams)} ${itemName(r.item, data.larder.vocabulary).toLowerCase()})`
        )
        .join(', ')}.{:else}Nobody else has any of it.{/if}
  </section>
{:else if data.held.holds.length > 0}
  <section class="held" aria-label="Held back">
    <strong>Held: {data.held.holds.map((h) => HOLD_NAMES[h.why]).join(', ')}.</strong>
    {HOLD_MEANS}
    <span class="soft"
      >{data.held.holds
        .map((h) => `Since ${format.day(h.at)}${h.note ? `: ${h.note}` : ''}.`)
        .join(' ')}</span
    >
    <a class="quiet" href="/holds">All holds</a>
  </section>
{/if}

<div class="top">
  <Tag code={card.code} large>
    <span
      ><strong>{animalName(facts)}, {facts.ageClass}</strong>{#if facts.tag}, tag {facts.tag}{/if}</span
    >
    {#if facts.killedAt || facts.place}<span class="soft"
        >{[facts.killedAt ? format.day(facts.killedAt) : '', facts.place ?? '']
          .filter(Boolean)
          .join(', ')}</span
      >{/if}
    {#if shot}<span class="soft">{shot}</span>{/if}
    {#if stages.hanging}<span><strong>hanging {weightText(stages.hanging)}</strong></span>{/if}
    {#if stages.dressed}<span class="soft">dressed {weightText(stages.dressed)}</span>{/if}
    {#if stages.live}<span class="soft">live {weightText(stages.live)}</span>{/if}
    {#if data.body?.kind === 'lot' && (data.body.count ?? 1) !== 1}<span class="soft"
        >{data.body.count} in the lot</span
      >{/if}
    {#if facts.owner}<span class="soft">for {facts.owner}</span>{/if}
  </Tag>
  <div>
    <h1>{words.head}</h1>
    <p class="soft lead">{words.text}</p>
    {#if account.work !== 'hanging' && account.yield.boneless > 0}<p class="small states">
        Boneless: <strong class="mono">{format.mass(account.yield.boneless)}</strong> as weighed,
        <strong class="mono">{format.mass(data.worth.boneless)}</strong> trimmed,
        <strong class="mono">{format.mass(account.yield.finished)}</strong> of it packed, ground or eaten
      </p>{/if}
    {#if asksTrimmed}<Trimmed said={facts.meatTrimmed ?? undefined} />{/if}
    {#if account.work !== 'hanging' && !data.held.condemned}
      <div class="figures">
        {#each [['hanging', 'of hanging'], ['dressed', 'of dressed'], ['live', 'of live']] as const as [stage, text] (stage)}
          {@const r = account.ratios[stage]}
          {#if r}<div data-testid="ratio-{stage}">
              <p class="big" class:soft={r.modelled}>{ratioText(r)}</p>
              <p class="soft">
                <span class:modelled={r.modelled}>{text}{r.modelled ? ', modelled' : ''}</span>
              </p>
            </div>{/if}
        {/each}
        {#if account.takeHomeRatio}<div>
            <p class="big" class:soft={account.takeHomeRatio.modelled}>{ratioText(account.takeHomeRatio)}</p>
            <p class="soft">to take home</p>
          </div>{/if}
        <div>
          <p class="big">{data.worth.meals}</p>
          <p class="soft">meals of {format.small(data.larder.portion)} for {data.larder.people}</p>
        </div>
        <div>
          <p class="big">{format.money(data.worth.shopValue, true)}</p>
          <p class="soft">in a shop</p>
        </div>
      </div>
    {/if}
  </div>
</div>

<div class="strip">
  <Beam
    segments={account.beam.segments}
    stillOn={account.beam.stillOn}
    base={account.beam.base}
    {format}
    hollow={account.beam.hollow}
  />
  <div class="under small soft">
    <span
      >{format.mass(account.beam.base)}
      {account.beam.baseOf === 'hanging' ? 'came in on the hook' : 'came in'}; every gram is somewhere</span
    >
    <span
      >{[
        account.beam.strip.offal > 0 ? `offal kept beside it ${format.mass(account.beam.strip.offal)}` : '',
        account.beam.strip.hide > 0 ? `hide ${format.mass(account.beam.strip.hide)}` : '',
        account.beam.strip.dressing > 0 ? `dressed away ${format.mass(account.beam.strip.dressing)}` : ''
      ]
        .filter(Boolean)
        .join(' · ')}</span
    >
  </div>
</div>

<p class="go">
  {#if facesBench}
    <a class="press press-main" href="/bench/{card.code}"
      >{account.work === 'bench' ? 'Go on at the bench' : 'To the bench'}</a
    >
    <a class="press" href="/animals/{card.code}/sheet.pdf" target="_blank" rel="noopener"
      >Bench sheet to print</a
    >
    <a class="press" href="/animals/{card.code}/quick">Type a sheet in</a>
    <a class="press" href="/animals/{card.code}/cooling">Cooling, hanging</a>
    <a class="press" href="/animals/{card.code}/tag.pdf" target="_blank" rel="noopener">Tag to print</a>
    <a class="press" href="/animals/{card.code}/tags.pdf" target="_blank" rel="noopener">Tags of its parts</a>
  {/if}
  <a class="press" href="/animals/{card.code}/inside">Look inside</a>
  <a class="press" href="/animals/{card.code}/kitchen.pdf" target="_blank" rel="noopener"
    >Kitchen sheet to print</a
  >
</p>

<div class="three">
  <section>
    {#if !facts.fromList}
      <h2>Expected and found, part by part, {format.unit}</h2>
      <PartPlot parts={account.parts} frame={account.frame} {format} />
      <p class="small"><a class="link" href="/learned">What your own animals say of it</a></p>
      <p class="small soft legend">
        <span class="box"></span> expected (8 of 10 animals, as it was weighed) <span class="dot"></span> found,
        boneless; the frame as it hung
      </p>
    {/if}
    {#if account.sides.length > 0}
      <h2>Left against right</h2>
      <p class="small">
        {#if uneven.length > 0}{uneven
            .map(
              (s) =>
                `${s.name}: ${s.comparison.lighter} lighter, ${format.figure(s.left)} against ${format.figure(s.right)}`
            )
            .join('; ')}.{:else}Even: {account.sides
            .map((s) => `${s.name.toLowerCase()} ${format.figure(s.left)} / ${format.figure(s.right)}`)
            .join(', ')}.{/if}
      </p>
    {/if}
  </section>
  <section>
    <h2>Lost, and why</h2>
    <ul class="rows">
      {#each losses as s (s.key)}<li>
          <span
            >{LOSS_NAMES[s.key as LossReason]}{#if s.key === 'unaccounted'}{' '}<span class="soft"
                >{format.percent(Math.abs(s.grams) / Math.max(1, account.beam.base))}, without sign {format.figure(
                  account.beam.unaccountedAbs
                )}</span
              >{/if}</span
          ><span class="mono">{format.figure(s.grams)}</span>
        </li>{:else}<li class="soft">Nothing yet.</li>{/each}
    </ul>
    {#if account.beam.unaccountedAbs > Math.max(account.beam.base * 0.02, 20)}<p class="ask">
        {account.frame?.how === 'model'
          ? 'More than 2 % is not accounted for: what the frame really weighed, nobody knows.'
          : 'More than 2 % is not accounted for. Was the scale tared with a tub on it?'}
      </p>{/if}
    <h2 class="gap">Shop value</h2>
    <ul class="rows">
      {#each data.worth.lines as line (line.use)}<li>
          <span
            >{line.use === 'primeSteak' ? 'prime steak' : line.use}
            <span class="soft">{format.figure(line.grams)} {format.unit}</span></span
          ><span class="mono">{format.money(line.value)}</span>
        </li>{:else}<li class="soft">Nothing yet.</li>{/each}
    </ul>
    <p class="small soft">
      {#if account.weighed && account.weighed.keptOfUntrimmed < 0.99}Untrimmed meat counts as what will be
        left of it.{/if}
      Cost {format.money(data.worth.cost)}{data.worth.bill > 0
        ? ` with the bill of ${format.money(data.worth.bill)}`
        : ''}{data.worth.otherBills.length > 0
        ? ` and a bill of ${format.otherMoney(data.worth.otherBills)} that is in no sum here`
        : ''}{data.worth.costPerKg === undefined
        ? ''
        : `, ${format.rate(data.worth.costPerKg)} a ${format.unitWord}`}.
      <a class="link" href="/worth">Worth of the season</a>
    </p>
  </section>
  <section>
    <h2>The last entries</h2>
    <ul class="rows">
      {#each data.entries.slice(0, 7) as entry (entry.id)}<li>
          <span
            >{entryTitle(entry, name, format, data.words)}<small class="soft">
              {format.time(entry.at)}, {entry.hand}</small
            ></span
          ><span class="mono">{entryGrams(entry) === 0 ? '' : format.figure(entryGrams(entry))}</span>
        </li>{/each}
    </ul>
    <p><a class="link" href="/book?animal={card.code}">All {data.entries.length} in the book</a></p>
  </section>
</div>

<Chain
  animal={card.id}
  item={data.body?.id}
  line={data.line}
  sent={data.sent}
  reminders={data.reminders}
  limits={data.limits.return}
  fair={data.fair}
  rooms={data.rooms}
  hand={data.hand}
  {name}
  unit={data.larder.units}
  currency={data.larder.currency}
  {format}
/>

<Records
  animal={card.id}
  hand={data.hand}
  entries={data.notes}
  gone={new Set(data.gone)}
  recent={data.entries
    .filter((e) => e.intent.kind !== 'note' && e.intent.kind !== 'void')
    .slice(0, 15)
    .map((e) => ({ id: e.id, name: `${entryTitle(e, name, format, data.words)}, ${format.time(e.at)}` }))}
  items={data.sayable.map((id) => ({ id, name: name(id) }))}
  limits={data.limits.note}
  {name}
  {format}
/>

<div class="more">
  <Harvest animal={card.id} {facts} limits={data.limits.facts} hand={data.hand} {format} />
  <WeighAgain
    form={data.weigh}
    carcass={data.carcass}
    known={data.weighed}
    hand={data.hand}
    units={data.larder.units}
    partsAlone={data.partsAlone}
    allHere={facts.allQuartersHere === true}
    unit={format.unit}
    first={data.first && `${format.mass(data.first.grams, 3)} ${data.first.stage}`}
    standsOn={data.standsOn}
  />
  <Fold title="Something is wrong: take back an entry, or the whole animal" bind:open={wrongOpen}>
    {#if wrongOpen}{#await import('./Wrong.svelte') then { default: Wrong }}<Wrong
          animal={card.id}
          code={card.code}
          entries={data.entries.filter((e) => e.intent.kind !== 'void' && !data.gone.includes(e.id))}
          arrival={data.arrival}
          title={(e) => entryTitle(e, name, format, data.words)}
          hand={data.hand}
          limits={data.limits.draft}
          {format}
        />{:catch}<p class="fault" role="alert">
          The larder is not reached: nothing can be taken back now.
        </p>{/await}{/if}
  </Fold>
  <Custody
    form={data.keep}
    holds={data.held.holds}
    condemned={data.held.condemned}
    leaves={data.leaves}
    {name}
    {format}
  />
  <Fold title="Facts of the animal: species, sex, shot, condition, owner" bind:open={factsOpen}>
    <form method="POST" action="?/facts" use:enhance>
      {#if $message}<p class="note" role="status">{$message}</p>{/if}
      <FactsFields
        bind:form={$form}
        errors={$errors}
        limits={$constraints as Limits}
        households={data.households}
        part="first"
      />
      <FactsFields
        bind:form={$form}
        errors={$errors}
        limits={$constraints as Limits}
        households={data.households}
        part="rest"
      />
      <button class="press press-main" type="submit">Amend the facts</button>
    </form>
  </Fold>
</div>

<style>
  .held {
    margin-bottom: 18px;
    padding: 10px 16px;
    border: 3px double var(--rust);
    background: var(--card);
  }
  .top {
    display: grid;
    grid-template-columns: 330px minmax(0, 1fr);
    gap: 30px;
    align-items: start;
  }
  h1 {
    font-size: 1.75rem;
  }
  .lead {
    margin: 6px 0 18px;
    max-width: 62ch;
  }
  .figures {
    display: flex;
    flex-wrap: wrap;
    gap: 12px 20px;
  }
  .big {
    font-size: 1.85rem;
    font-weight: 750;
    line-height: 1.2;
    white-space: nowrap;
  }
  .strip {
    margin-top: 20px;
  }
  .under {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0 1rem;
    margin-top: 4px;
  }
  .go {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    margin-top: 12px;
  }
  .three {
    display: grid;
    grid-template-columns: minmax(0, 1.75fr) minmax(0, 1fr) minmax(0, 1.1fr);
    gap: 40px;
    margin-top: 20px;
  }
  h2 {
    font-size: 1rem;
    color: var(--soft);
    margin-bottom: 2px;
  }
  .gap {
    margin-top: 20px;
  }
  .rows li {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 7px 0;
    border-top: 1px solid var(--line);
  }
  .rows li:first-child {
    border-top: 0;
  }
  .rows .mono {
    font-weight: 600;
    white-space: nowrap;
  }
  .rows small {
    display: block;
  }
  .legend {
    display: flex;
    align-items: center;
    gap: 8px;
    margin: 6px 0 16px;
  }
  .box {
    width: 26px;
    height: 13px;
    border: 1.5px dashed var(--edge);
    border-radius: 3px;
  }
  .dot {
    width: 12px;
    height: 12px;
    border-radius: 50%;
    background: var(--ink);
    margin-left: 10px;
  }
  .ask {
    color: var(--brass);
    font-weight: 600;
    font-size: 0.94rem;
  }
  .link {
    color: var(--spruce-text);
    font-weight: 650;
  }
  .more {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 40px;
    margin-top: 26px;
    padding-top: 8px;
    border-top: 1px solid var(--line);
  }
  @media (max-width: 62.5em) {
    .top,
    .three,
    .more {
      grid-template-columns: minmax(0, 1fr);
      gap: 22px;
    }
  }
</style>
