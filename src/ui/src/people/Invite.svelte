<script lang="ts">
  import { toast } from 'svelte-sonner';
  import { answer, api, type Schemas } from '../api/client';
  import { instant } from '../amounts/format';
  import type { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { vocabulary } from '../frame/vocabulary';

  /** Inviting somebody: the link is shown once. */
  let { acting }: { acting: Acting } = $props();
  let asked = $state<{ forWhom: string; role: Schemas['Role']; days: number }>({ forWhom: '', role: 'bookkeeper', days: 7 });
  // The same request sent twice makes one invitation, with one link.
  let mark = crypto.randomUUID();
  let made = $state.raw<{ link: string; forWhom: string; endsAt: string } | null>(null);

  async function invite(event: SubmitEvent) {
    event.preventDefault();
    await acting.run(
      async () => {
        const path = { companyId: place.company };
        const it = await answer(
          api.POST('/api/companies/{companyId}/invitations', { params: { path }, body: { ...asked, mark } }),
        );
        const link = `${location.origin}${location.pathname}#/-/invitation/${it.secret}`;
        made = { link, forWhom: asked.forWhom, endsAt: it.endsAt };
        asked = { ...asked, forWhom: '' };
        mark = crypto.randomUUID();
      },
      '',
      { again: [place.company, 'people'] },
    );
  }

  async function copy() {
    await navigator.clipboard.writeText(made!.link);
    toast('The link is copied.');
  }
</script>

<form class="mt-4 flex flex-wrap items-end gap-3" onsubmit={invite}>
  <label class="text-soft flex flex-col gap-1"
    >Invite <input class="field w-56" bind:value={asked.forWhom} required maxlength="100" placeholder="whom, as a note" /></label
  >
  <label class="text-soft flex flex-col gap-1"
    >as <select class="field" bind:value={asked.role}>
      {#each vocabulary().roles as r (r.role)}<option value={r.role}>{r.title}</option>{/each}
    </select></label
  >
  <label class="text-soft flex flex-col gap-1"
    >for <select class="field" bind:value={asked.days}>
      <option value={1}>1 day</option><option value={7}>7 days</option><option value={30}>30 days</option>
    </select></label
  >
  <button class="btn" disabled={acting.busy}>Make an invitation</button>
</form>
{#if made}
  <div class="note mt-3" role="status">
    <p>
      Send this link to {made.forWhom}. It lets one person in, until {instant(made.endsAt)} UTC, and is shown here only now.
    </p>
    <div class="mt-2 flex gap-2">
      <input class="field flex-1 text-xs" readonly value={made.link} aria-label="Link of the invitation" />
      <button class="btn plain" type="button" onclick={copy}>Copy</button>
    </div>
  </div>
{/if}
