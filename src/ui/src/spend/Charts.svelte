<script lang="ts">
  import { BarChart, LineChart } from 'layerchart';
  import { money, period } from '../amounts/format';
  import type { Schemas } from '../api/client';

  /** Bars by group and a line by month; each bar and point opens its documents. The table beside says the same in figures. */
  let { spend, open }: { spend: Schemas['SpendAnswer']; open: (group: string | null, month: string | null) => void } = $props();

  const most = 8;
  const short = (text: string) => (text.length > 24 ? `${text.slice(0, 23)}…` : text);
  const bars = $derived(
    spend.groups
      .filter((g) => Number(g.money) !== 0)
      .slice(0, most)
      .map((g) => ({ value: g.value, title: short(g.title), money: Number(g.money) })),
  );
  const months = $derived(
    spend.months.map((m, i) => ({ month: m, day: new Date(`${m}-01T00:00:00`), money: Number(spend.byMonth[i]) })),
  );
  const figure = (value: number) => money(value.toFixed(2));
  const thousands = (value: number) => (Math.abs(value) >= 1000 ? `${Math.round(value / 100) / 10}k` : String(value));
  const monthOf = (day: Date) => day.toLocaleDateString('en-GB', { month: 'short' });
</script>

<div class="charts grid grid-cols-2 gap-8 print:hidden" aria-hidden="true">
  <figure>
    <figcaption class="text-soft mb-1 text-xs">
      {spend.groups.length > most ? `The largest ${most} of ${spend.groups.length}` : 'Every group'}
    </figcaption>
    <div class="h-56">
      <BarChart
        data={bars}
        x="money"
        y="title"
        orientation="horizontal"
        padding={{ left: 150, bottom: 20, top: 4, right: 12 }}
        grid={{ x: true, y: false }}
        rule={false}
        onBarClick={(_, { data }) => open(data.value, null)}
        props={{
          bars: { fill: 'var(--ink)', stroke: 'none', radius: 2, class: 'cursor-pointer' },
          xAxis: { format: thousands, ticks: 4 },
          tooltip: { item: { format: figure } },
        }}
      />
    </div>
  </figure>
  {#if months.length > 1}
    <figure>
      <figcaption class="text-soft mb-1 text-xs">{period(months[0]!.month)} to {period(months.at(-1)!.month)}</figcaption>
      <div class="h-56">
        <LineChart
          data={months}
          x="day"
          y="money"
          yNice
          padding={{ left: 44, bottom: 20, top: 8, right: 12 }}
          points={{ r: 4, fill: 'var(--ink)', class: 'cursor-pointer' }}
          onPointClick={(_, { data }) => open(null, months.find((m) => +m.day === +data.x)?.month ?? null)}
          props={{
            spline: { stroke: 'var(--ink)', strokeWidth: 1.5 },
            xAxis: { format: monthOf, ticks: Math.min(months.length, 12) },
            yAxis: { format: thousands, ticks: 4 },
            tooltip: {
              item: { format: figure },
              header: { format: (day: Date) => day.toLocaleDateString('en-GB', { month: 'long', year: 'numeric' }) },
            },
          }}
        />
      </div>
    </figure>
  {/if}
</div>

<style>
  .charts {
    --color-primary: var(--ink);
    --color-surface-100: var(--paper-raised);
    --color-surface-200: var(--paper-sunk);
    --color-surface-300: var(--rule);
    --color-surface-content: var(--ink-soft);
    font-size: 12px;
  }
</style>
