<script lang="ts">
  import { capital } from '../amounts/format';
  import { vocabulary } from '../frame/vocabulary';

  /** The one table of what each role may do. */
  const roles = $derived([...vocabulary().roles].reverse());
</script>

<section>
  <h2>What each may do</h2>
  <table class="ledger">
    <thead>
      <tr
        ><th></th>{#each roles as role (role.role)}<th class="px-1! align-bottom"
            ><span class="block rotate-180 pt-1 [writing-mode:vertical-rl]">{role.title}</span></th
          >{/each}</tr
      >
    </thead>
    <tbody>
      {#each vocabulary().rights as right (right.right)}
        <tr>
          <td>{capital(right.title)}</td>
          {#each roles as role (role.role)}
            {@const has = role.rights.includes(right.right)}
            <td class={['px-1! text-center!', has ? '' : 'text-soft']}
              ><span aria-hidden="true">{has ? '●' : '–'}</span><span class="sr-only">{has ? 'yes' : 'no'}</span></td
            >
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="text-soft mt-2 text-xs">
    Beside these stands whoever looks after the installation: they add companies, people and backups, and open no books by that.
  </p>
</section>
