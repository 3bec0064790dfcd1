<script lang="ts">
  import { QueryClient, QueryClientProvider } from '@tanstack/svelte-query';
  import Router, { replace, router } from 'svelte-spa-router';
  import { wrap } from 'svelte-spa-router/wrap';
  import { Toaster } from 'svelte-sonner';
  import { answer, api, Refusal, setForgery } from './api/client';
  import Files from './arrivals/Files.svelte';
  import TakeIn from './arrivals/TakeIn.svelte';
  import TakenFile from './arrivals/TakenFile.svelte';
  import Arrivals from './documents/Arrivals.svelte';
  import Document from './documents/Document.svelte';
  import Count from './count/Count.svelte';
  import Statements from './count/Statements.svelte';
  import Feed from './feeds/Feed.svelte';
  import Feeds from './feeds/Feeds.svelte';
  import Frame from './frame/Frame.svelte';
  import Complete from './incomplete/Complete.svelte';
  import Incompletes from './incomplete/Incompletes.svelte';
  import { look } from './frame/look.svelte';
  import Nowhere from './frame/Nowhere.svelte';
  import { place } from './frame/place.svelte';
  import { learn } from './frame/vocabulary';
  import Book from './mapping/Book.svelte';
  import Coverage from './mapping/Coverage.svelte';
  import Grid from './mapping/Grid.svelte';
  import History from './mapping/History.svelte';
  import Mapping from './mapping/Mapping.svelte';
  import PaymentAccounts from './mapping/PaymentAccounts.svelte';
  import Dispatch from './posting/Dispatch.svelte';
  import Dispatches from './posting/Dispatches.svelte';
  import Posting from './posting/Posting.svelte';
  import Notices from './notices/Notices.svelte';
  import DueFrom from './payroll/DueFrom.svelte';
  import Hours from './payroll/Hours.svelte';
  import Owed from './payroll/Owed.svelte';
  import PayRun from './payroll/PayRun.svelte';
  import PayRuns from './payroll/PayRuns.svelte';
  import PayrollChoices from './payroll/PayrollChoices.svelte';
  import PayrollGrid from './payroll/PayrollGrid.svelte';
  import PayrollMapping from './payroll/PayrollMapping.svelte';
  import TypedRun from './payroll/TypedRun.svelte';
  import Boxes from './information-returns/Boxes.svelte';
  import BoxBook from './information-returns/BoxBook.svelte';
  import Desk from './information-returns/Desk.svelte';
  import DeskSupplier from './information-returns/DeskSupplier.svelte';
  import Outputs from './information-returns/Outputs.svelte';
  import Readiness from './information-returns/Readiness.svelte';
  import Tally from './information-returns/Tally.svelte';
  import Thresholds from './information-returns/Thresholds.svelte';
  import Prices from './prices/Prices.svelte';
  import Proof from './proof/Proof.svelte';
  import Accounts from './set-up/Accounts.svelte';
  import Choices from './set-up/Choices.svelte';
  import Ledger from './set-up/Ledger.svelte';
  import Backups from './installation/Backups.svelte';
  import Installation from './installation/Installation.svelte';
  import InstallationRecord from './installation/Record.svelte';
  import Invitation from './people/Invitation.svelte';
  import People from './people/People.svelte';
  import Safety from './set-up/Safety.svelte';
  import SetUp from './set-up/SetUp.svelte';
  import Suppliers from './suppliers/Suppliers.svelte';
  import StandingDecisions from './standing/StandingDecisions.svelte';
  import Own from './sign-in/Own.svelte';
  import SignIn from './sign-in/SignIn.svelte';
  import Start from './start/Start.svelte';

  const routes = {
    '/:company/count': Count,
    '/:company/count/statements': Statements,
    '/:company/arrivals': Arrivals,
    '/:company/arrivals/new': TakeIn,
    '/:company/arrivals/:id': Document,
    '/:company/incomplete': Incompletes,
    '/:company/incomplete/:id': Complete,
    '/:company/files': Files,
    '/:company/files/:id': TakenFile,
    '/:company/prices': Prices,
    '/:company/mapping': Mapping,
    '/:company/mapping/grid': Grid,
    '/:company/mapping/payment-accounts': PaymentAccounts,
    '/:company/mapping/standing': StandingDecisions,
    '/:company/mapping/coverage': Coverage,
    '/:company/mapping/history': History,
    '/:company/mapping/book': Book,
    '/:company/posting': Posting,
    '/:company/posting/dispatches': Dispatches,
    '/:company/posting/dispatches/:id': Dispatch,
    '/:company/spend': wrap({ asyncComponent: () => import('./spend/Spend.svelte') }),
    '/:company/proof': Proof,
    '/:company/payroll': PayRuns,
    '/:company/payroll/runs/:id': PayRun,
    '/:company/payroll/typed': TypedRun,
    '/:company/payroll/owed': Owed,
    '/:company/payroll/due-from': DueFrom,
    '/:company/payroll/mapping': PayrollMapping,
    '/:company/payroll/mapping/grid': PayrollGrid,
    '/:company/payroll/hours': Hours,
    '/:company/payroll/choices': PayrollChoices,
    '/:company/year-end': Tally,
    '/:company/year-end/readiness': Readiness,
    '/:company/year-end/suppliers': Desk,
    '/:company/year-end/suppliers/:key': DeskSupplier,
    '/:company/year-end/boxes': Boxes,
    '/:company/year-end/boxes/book': BoxBook,
    '/:company/year-end/thresholds': Thresholds,
    '/:company/year-end/outputs': Outputs,
    '/:company/set-up': SetUp,
    '/:company/set-up/ledger': Ledger,
    '/:company/set-up/feeds': Feeds,
    '/:company/set-up/feeds/:id': Feed,
    '/:company/set-up/accounts': Accounts,
    '/:company/set-up/choices': Choices,
    '/:company/set-up/suppliers': Suppliers,
    '/:company/set-up/people': People,
    '/:company/set-up/safety': Safety,
    '/:company/notices': Notices,
    '/:company/own': Own,
    '/:company/installation': Installation,
    '/:company/installation/backups': Backups,
    '/:company/installation/record': InstallationRecord,
    '*': Nowhere,
  };

  let refused = $state('');
  const invitation = $derived(/^\/-\/invitation\/(\w+)$/.exec(router.location)?.[1]);
  const client = new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 2000,
        retry: false,
        throwOnError: (error) => {
          // Signed out in the meantime: back to the door, with the address kept.
          if (error instanceof Refusal && error.status === 401) void begin();
          return false;
        },
      },
    },
  });

  async function begin() {
    try {
      const session = await answer(api.GET('/api/session'));
      setForgery(session.forgery);
      if (session.name) learn(await answer(api.GET('/api/vocabulary')));
      place.session = session;
      refused = '';
      if (session.name && router.location.split('/').length < 3) await replace(place.home);
    } catch (error) {
      refused = (error as Error).message;
    }
  }

  look.apply();
  void begin();
</script>

<QueryClientProvider {client}>
  {#if refused}
    <main class="mx-auto max-w-md p-10">
      <div class="note bad" role="alert">
        <p>{refused}</p>
        <button class="btn plain mt-2" onclick={begin}>Try again</button>
      </div>
    </main>
  {:else if !place.session}
    <p class="text-soft p-10" role="status">Opening …</p>
  {:else if invitation}
    {#key invitation}<Invitation secret={invitation} accepted={begin} />{/key}
  {:else if place.session.fresh}
    <Start begun={begin} />
  {:else if !place.session.name}
    <SignIn signedIn={begin} />
  {:else}
    <Frame signedOut={begin}><Router {routes} /></Frame>
  {/if}
</QueryClientProvider>
<Toaster position="bottom-right" theme={look.theme === 'night' ? 'dark' : 'light'} />
