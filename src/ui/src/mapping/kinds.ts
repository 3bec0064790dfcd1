/** The kinds of value that are mapped, in the groups in which they are shown. */
export const kindGroups = [
  {
    title: 'Cost',
    kinds: [
      ['category', 'Categories'],
      ['item', 'Items'],
      ['cost_code', 'Cost codes'],
      ['supplier', 'Suppliers'],
      ['category_group', 'Category groups'],
      ['supplier_group', 'Supplier groups'],
      ['cost_code_group', 'Cost groups'],
      ['source', 'Sources'],
    ],
  },
  {
    title: 'Other side',
    kinds: [
      ['settlement', 'Settlements'],
      ['payment_account', 'Payment accounts'],
      ['supplier_payable', 'Own payables'],
    ],
  },
  {
    title: 'Details',
    kinds: [
      ['tax_code', 'Tax codes'],
      ['supplier_term', 'Terms'],
      ['supplier_form', 'Forms'],
      ['supplier_box', '1099 boxes'],
      ['department', 'Departments'],
      ['location', 'Locations'],
      ['project', 'Projects'],
    ],
  },
] as const;

const titles = new Map<string, string>(kindGroups.flatMap((g) => g.kinds.map(([word, title]) => [word, title] as const)));

export const kindTitle = (kind: string) => titles.get(kind) ?? kind;

/** Whether its target is a value of the ledger and not an account. */
export const mapsToValue = (kind: string) =>
  ['supplier_term', 'supplier_form', 'supplier_box', 'department', 'location', 'project'].includes(kind);

/** Whether it decides the other side of an entry. */
export const isOffset = (kind: string) => ['settlement', 'payment_account', 'supplier_payable'].includes(kind);

/** Whether a row of it may name a group. */
export const hasGroup = (kind: string) => kind === 'category' || kind === 'supplier';

/** Whether it fills in tax code and dimensions: the cost side. */
export const fillsIn = (kind: string) => kindGroups[0].kinds.some(([word]) => word === kind);

/** The value that says: do not send it to the ledger. */
export const leftOut = '(left out)';

/** The forms that a supplier's bills may take. */
export const supplierForms = [
  ['bill', 'bill'],
  ['journal', 'journal entry'],
] as const;

/** The boxes of Forms 1099-NEC and 1099-MISC (Instructions, Internal Revenue Service) that supplier payments may begin with. */
export const boxes = [
  ['NEC-1', 'NEC 1, nonemployee compensation'],
  ['MISC-1', 'MISC 1, rents'],
  ['MISC-2', 'MISC 2, royalties'],
  ['MISC-3', 'MISC 3, other income'],
  ['MISC-6', 'MISC 6, medical and health care payments'],
  ['MISC-10', 'MISC 10, gross proceeds paid to an attorney'],
] as const;
