<script lang="ts">
  import { isZero, money } from '../amounts/format';

  /** A beam with what stands on the left and on the right: level where both are the same, tilted to the heavier side otherwise. */
  let { left, right, outBy }: { left: string; right: string; outBy: string } = $props();
  const level = $derived(isZero(outBy) && left === right);
  const tilt = $derived(level ? 0 : Number(right) > Number(left) || (left === right && outBy.startsWith('-')) ? 5 : -5);
</script>

<figure class="mt-1 mb-2">
  <svg
    viewBox="0 -18 420 92"
    class="w-full max-w-[520px]"
    role="img"
    aria-label={level ? 'It balances' : `It is out by ${money(outBy)}`}
  >
    <g transform={`rotate(${tilt} 210 30)`} class={level ? 'text-verdigris' : 'text-madder'}>
      <line x1="50" y1="30" x2="370" y2="30" stroke="currentColor" stroke-width="2.5" />
      <circle cx="50" cy="30" r="4" fill="currentColor" /><circle cx="370" cy="30" r="4" fill="currentColor" />
    </g>
    <path d="M210 30 l-13 34 h26 z" fill="none" stroke="currentColor" class="text-soft" stroke-width="1.5" />
    <text x="50" y={22 - tilt * 2.8} text-anchor="middle" class="fill-ink text-[13px]">{money(left)}</text>
    <text x="370" y={22 + tilt * 2.8} text-anchor="middle" class="fill-ink text-[13px]">{money(right)}</text>
  </svg>
  <figcaption class={level ? 'text-verdigris' : 'text-madder font-semibold'}>
    {level ? 'Costs and who is owed are the same.' : `Out by ${money(outBy)}.`}
  </figcaption>
</figure>
