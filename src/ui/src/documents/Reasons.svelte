<script lang="ts">
  import type { Schemas } from '../api/client';
  import { mappingOf, mends, remedyOf } from '../entries/remedies';
  import { place } from '../frame/place.svelte';
  import type { Deciding } from './deciding.svelte';
  import Way from './Way.svelte';
  import { ways } from './ways';

  /** Why a document waits, each reason with its way on: for this one, and for all like it. */
  let { document: d, deciding }: { document: Schemas['DocumentAnswer']; deciding: Deciding } = $props();

  // What is decided document by document is decided for many in the list of those like it.
  const listed: Schemas['HoldKind'][] = [
    'period_locked',
    'supplier_missing',
    'employee_missing',
    'payment_account_missing',
    'payment_account_ambiguous',
    'sign',
    'currency',
    'arithmetic',
    'text_too_long',
    'dimension_missing',
    'possible_duplicate',
    'held_back',
    'refused',
    'account_asked',
  ];
  // A pay run has rooms of its own.
  const rooms = $derived<Partial<Record<Schemas['HoldKind'], readonly [string, string]>>>({
    unmapped: ['Map the pay item', 'payroll/mapping'],
    mapping_broken: ['See the pay items', 'payroll/mapping'],
    role_missing: ['Choose the account', 'payroll/choices'],
    identity: ['See what is out', `payroll/runs/${d.id}`],
    employer_item: ['See the run', `payroll/runs/${d.id}`],
    period_end_missing: ['Say the day', `payroll/runs/${d.id}`],
  });
</script>

<h2>Why it waits</h2>
<ul class="mb-6" {@attach ways}>
  {#each d.reasons as reason (`${reason.line}${reason.reason}${reason.value}`)}
    {@const remedy = remedyOf(reason)}
    {@const mapping = mappingOf(reason)}
    {@const mend = mends(reason)}
    <li class="border-rule border-b py-1.5">
      <div class="flex flex-wrap items-center justify-between gap-x-4 gap-y-1.5">
        <span>{reason.line ? `Line ${reason.line}: ` : ''}{reason.detail}</span>
        {#if place.keeps && remedy}
          <span class="ml-auto flex flex-wrap items-center justify-end gap-2">
            {#if d.kind === 'pay_run' && rooms[reason.reason]}
              {@const [title, view] = rooms[reason.reason]!}
              <a class="btn plain" href={place.href(view)}>{title}</a>
            {:else if remedy.by === 'room'}
              <a
                class="btn plain"
                href={place.href(
                  reason.reason === 'w9_missing' ? `${remedy.view}/${encodeURIComponent(reason.value)}` : remedy.view,
                )}>{remedy.title}</a
              >
            {:else if remedy.by !== 'mapping'}
              <Way document={d} {reason} by={remedy.by} {deciding} />
            {/if}
            {#if mend?.by === 'room'}<a class="btn plain" href={place.href(mend.view)}>{mend.title}</a>
            {:else if mend && mend.by !== 'mapping'}<Way document={d} {reason} by={mend.by} {deciding} />{/if}
            {#if mapping}
              <a class="btn plain" href={place.href('mapping', { kind: mapping.kind, value: mapping.value })}>{mapping.title}</a>
            {/if}
            {#if reason.reason === 'employee_missing'}
              <a class="btn plain" href={place.href('mapping/standing', { about: `${d.id}` })}>Decide it once</a>
            {/if}
            {#if listed.includes(reason.reason)}
              <a class="quiet" href={place.href('arrivals', { state: 'held', reason: reason.reason })}>all like it</a>
            {/if}
          </span>
        {/if}
      </div>
    </li>
  {/each}
</ul>
