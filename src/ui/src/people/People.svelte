<script lang="ts">
  import { createQuery, useQueryClient } from '@tanstack/svelte-query';
  import { answer, api, type Schemas } from '../api/client';
  import { instant, many } from '../amounts/format';
  import { Acting } from '../frame/acting.svelte';
  import { place } from '../frame/place.svelte';
  import { vocabulary } from '../frame/vocabulary';
  import Waiting from '../frame/Waiting.svelte';
  import Rooms from '../set-up/Rooms.svelte';
  import Invite from './Invite.svelte';
  import RightsTable from './RightsTable.svelte';

  /** Who works in this company, and as what. */
  const acting = new Acting(useQueryClient());
  const path = $derived({ companyId: place.company });
  const may = $derived(place.administers);
  const people = createQuery(() => ({
    queryKey: [place.company, 'people'],
    queryFn: () => answer(api.GET('/api/companies/{companyId}/people', { params: { path } })),
    enabled: may,
  }));
  const again = $derived([place.company, 'people']);
  type Member = Schemas['MemberAnswer'];

  const become = (member: Member, role: Schemas['Role']): Promise<boolean> =>
    acting.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/people/{person}', {
            params: { path: { ...path, person: member.id } },
            body: { role },
          }),
        ),
      `${member.name} is ${role} now.`,
      { again, undo: () => void become({ ...member, role }, member.role) },
    );
  const personal: Partial<Record<Schemas['Right'], { readonly heads: string; readonly sees: string }>> = {
    see_pay: { heads: 'Sees pay', sees: 'who is paid what, by name' },
    see_tax_numbers: { heads: 'Sees tax numbers', sees: 'whole tax numbers' },
  };
  const say = (member: Member, right: Schemas['Right'], has: boolean): Promise<boolean> =>
    acting.run(
      () =>
        answer(
          api.PUT('/api/companies/{companyId}/people/{person}/rights', {
            params: { path: { ...path, person: member.id } },
            body: { right, has },
          }),
        ),
      `${member.name} ${has ? 'sees' : 'does not see'} ${personal[right]!.sees}.`,
      { undo: () => void say(member, right, !has) },
    );
  const leave = (member: Member) =>
    acting.run(
      () =>
        answer(api.DELETE('/api/companies/{companyId}/people/{person}', { params: { path: { ...path, person: member.id } } })),
      `${member.name} has no part in this company any more.`,
      { again, undo: () => void become(member, member.role) },
    );
  const end = (member: Member) =>
    acting.run(
      () =>
        answer(
          api.DELETE('/api/companies/{companyId}/people/{person}/sessions', {
            params: { path: { ...path, person: member.id } },
          }),
        ),
      `Every session of ${member.name} has ended.`,
      { again },
    );
  const withdraw = (invitation: Schemas['InvitationRow']) =>
    acting.run(
      () =>
        answer(
          api.DELETE('/api/companies/{companyId}/invitations/{invitation}', {
            params: { path: { ...path, invitation: invitation.id } },
          }),
        ),
      `The invitation for ${invitation.forWhom} is taken back.`,
      { again },
    );
</script>

<Rooms at="set-up/people" />
{#if acting.refused}<p class="note bad mb-3 max-w-3xl" role="alert">{acting.refused}</p>{/if}
<div class="grid grid-cols-[1.45fr_1fr] gap-10">
  <section>
    {#if !may}
      <h1>People</h1>
      <p class="text-soft mt-2">An administrator sees who works here, invites people and decides what each may do.</p>
    {:else}
      <Waiting query={people} what="the people">
        {#if people.data}
          <h1>{many(people.data.members.length, 'person works', 'people work')} in this company</h1>
          <table class="ledger mt-3">
            <thead
              ><tr
                ><th>Person</th><th>Signs in with</th><th>Is</th>{#each Object.values(personal) as of (of.heads)}<th
                    >{of.heads}</th
                  >{/each}<th></th></tr
              ></thead
            >
            <tbody>
              {#each people.data.members as member (member.id)}
                <tr>
                  <td class="font-semibold"
                    >{member.name}{#if member.takenAt}<span class="text-ochre block text-xs font-normal"
                        >gave themselves this on {instant(member.takenAt)} UTC, looking after the installation
                        <button class="quiet ml-1" disabled={acting.busy} onclick={() => become(member, member.role)}
                          >that is right<span class="sr-only"> for {member.name}</span></button
                        ></span
                      >{/if}</td
                  >
                  <td class="text-soft">{member.signIn}</td>
                  <td>
                    <select
                      class="field"
                      aria-label={`What ${member.name} is`}
                      value={member.role}
                      disabled={acting.busy}
                      onchange={async (e) => {
                        const select = e.currentTarget;
                        if (!(await become(member, select.value as Schemas['Role']))) select.value = member.role;
                      }}
                    >
                      {#each vocabulary().roles as r (r.role)}<option value={r.role}>{r.title}</option>{/each}
                    </select>
                  </td>
                  {#each Object.entries(personal) as [right, of] (right)}
                    {@const own = member.personal.find((p) => p.right === right)}
                    <td>
                      {#if own}<input
                          type="checkbox"
                          class="block size-4"
                          aria-label={`${member.name} sees ${of.sees}`}
                          checked={own.has}
                          disabled={acting.busy}
                          onchange={async (e) => {
                            const box = e.currentTarget;
                            if (!(await say(member, own.right, box.checked))) box.checked = own.has;
                          }}
                        />{/if}
                    </td>
                  {/each}
                  <td class="n">
                    <button class="quiet" disabled={acting.busy} onclick={() => end(member)}
                      >end sessions<span class="sr-only"> of {member.name}</span></button
                    >
                    <button class="quiet ml-3" disabled={acting.busy} onclick={() => leave(member)}
                      >take out<span class="sr-only"> {member.name}</span></button
                    >
                  </td>
                </tr>
              {/each}
            </tbody>
          </table>
          <h2 class="mt-6">Open invitations</h2>
          {#if people.data.invitations.length > 0}
            <table class="ledger">
              <thead><tr><th>For</th><th>As</th><th>By</th><th>Ends (UTC)</th><th></th></tr></thead>
              <tbody>
                {#each people.data.invitations as invitation (invitation.id)}
                  <tr>
                    <td>{invitation.forWhom}</td><td>{invitation.role}</td><td class="text-soft">{invitation.madeBy}</td>
                    <td class="text-soft">{instant(invitation.endsAt)}</td>
                    <td class="n"
                      ><button class="quiet" disabled={acting.busy} onclick={() => withdraw(invitation)}
                        >take back<span class="sr-only"> the invitation for {invitation.forWhom}</span></button
                      ></td
                    >
                  </tr>
                {/each}
              </tbody>
            </table>
          {:else}<p class="text-soft">None.</p>{/if}
          <Invite {acting} />
        {/if}
      </Waiting>
    {/if}
  </section>
  <RightsTable />
</div>
