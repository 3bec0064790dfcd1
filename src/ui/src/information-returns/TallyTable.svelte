<script lang="ts">
  import type { Schemas } from '../api/client';
  import { isZero, many, money } from '../amounts/format';
  import { rows as keys } from '../frame/keys';
  import { boxTitle, boxWord } from './words';
  import { go, href, supplierRoom } from './year';

  /** Suppliers and boxes, most money first: each cell opens its payments. */
  let {
    tally,
    rows,
    parameters,
    beside,
  }: {
    tally: Schemas['TallyAnswer'];
    rows: Schemas['TallyRow'][];
    parameters: Record<string, string | number | null>;
    beside: boolean;
  } = $props();
  const boxes = $derived(tally.places.map((p) => p.box).filter((b) => b !== null && b !== undefined));
  const opens = (row: Schemas['TallyRow'], more: Record<string, string>) =>
    href('', { ...parameters, payments: row.key, ...more });
  const state = (c: Schemas['BoxCell']) =>
    c.isReached
      ? 'at or over the threshold'
      : c.isToFile
        ? 'to be filed: tax was withheld'
        : c.isNear
          ? 'near the threshold'
          : '';
</script>

<table class="ledger mt-2" aria-label="Suppliers and boxes">
  <thead
    ><tr
      ><th>Supplier</th>{#each boxes as b (b)}<th class="n" title={boxTitle(b)}>{boxWord(b)}</th>{/each}<th class="n"
        >No box yet</th
      ><th class="n">Left out</th><th class="n">Paid</th>{#if beside}<th class="n">Counted in {tally.year - 1}</th>{/if}</tr
    ></thead
  >
  <tbody {@attach keys}>
    {#each rows as row (row.key)}
      <tr
        class="opens"
        tabindex="0"
        onkeydown={(e) => e.key === 'Enter' && e.target === e.currentTarget && void go('', { ...parameters, payments: row.key })}
      >
        <td class="max-w-[270px]"
          ><a class="quiet" href={href(supplierRoom(row.key))}>{row.supplier}</a>{#if row.isOther}<span
              class="text-madder text-xs font-semibold">&nbsp;to correct</span
            >{/if}{#if row.points > 0}<a class="text-ochre text-xs" href={href(supplierRoom(row.key))}
              >&nbsp;· {many(row.points, 'point')}</a
            >{/if}</td
        >
        {#each boxes as b (b)}
          {@const c = row.boxes.find((x) => x.box === b)}
          <td class="n"
            >{#if c}<a class="quiet" href={opens(row, { box: b })} title={state(c)}
                >{#if c.isToFile}<span aria-hidden="true" class="mr-1 text-[9px]">●</span>{:else if c.isNear}<span
                    aria-hidden="true"
                    class="text-ochre mr-1 text-[9px]">◐</span
                  >{/if}<span class={c.isToFile ? 'font-semibold' : ''}>{money(c.amount)}</span><span class="sr-only">
                  {state(c)}</span
                ></a
              >{#if !isZero(c.withheld)}<span class="text-soft block text-xs">withheld {money(c.withheld)}</span>{/if}{/if}</td
          >
        {/each}
        <td class="n"
          >{#if !isZero(row.noBox)}<a class="quiet text-ochre font-semibold" href={opens(row, { place: 'no_box' })}
              >{money(row.noBox)}</a
            >{/if}</td
        >
        <td class="n text-soft"
          >{#if !isZero(row.leftOut)}<a class="quiet" href={opens(row, { place: 'left_out' })}>{money(row.leftOut)}</a>{/if}</td
        >
        <td class="n"><a class="quiet" href={opens(row, {})}>{money(row.paid)}</a></td>
        {#if beside}<td class="n text-soft"
            ><a class="quiet" href={href('', { ...parameters, year: tally.year - 1, q: row.supplier, beside: null })}
              >{money(row.before)}</a
            ></td
          >{/if}
      </tr>
    {/each}
  </tbody>
</table>
<p class="text-soft mt-2 text-xs" aria-hidden="true">● to be filed &nbsp; ◐ near the threshold</p>
