import type { Schemas } from '../api/client';

/** Who is owed something of a pay run, as people say it. */
export function payee(kind: Schemas['PayeeKind'], name: string): string {
  if (kind === 'employees') return 'employees, net pay';
  return kind === 'processor'
    ? `the processor, its ${name}`.replace('its net pay', 'net pay').replace('its taxes', 'taxes')
    : name;
}

/** How a due date counts, as people say it. */
export function counts(rule: Schemas['TermRule'], days: number): string {
  if (rule === 'net_days') return days === 0 ? 'on the pay date' : `${days} days after the pay date`;
  if (rule === 'day_of_next_month') return `on day ${days} of the month after`;
  return days === 0 ? 'at the end of the month' : `at the end of the month, ${days} months after`;
}
