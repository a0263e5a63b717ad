/** What somebody is, from who may do everything down to who may look. */
export const ROLES = ['administrator', 'pricing', 'approver', 'sales', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** What a route or a control asks for. */
export type Permission = keyof typeof PERMISSIONS;

/** Who may do what. */
const PERMISSIONS = {
  /** See goods, customers, levels, versions, documents and the record. */
  look: ['administrator', 'pricing', 'approver', 'sales', 'reader'],
  /** Write quotes, orders and sales at the prices that are computed. */
  writeDocuments: ['administrator', 'pricing', 'approver', 'sales'],
  /** Choose a level for a document or a line. */
  chooseLevels: ['administrator', 'pricing', 'approver'],
  /** Say as of when a document is priced, where that is not now. */
  chooseMoment: ['administrator', 'pricing', 'approver'],
  /** Type prices and discounts by hand; beyond the limit of the role they wait for approval. */
  priceByHand: ['administrator', 'pricing', 'approver', 'sales'],
  /** Approve or refuse what waits for it. */
  approve: ['administrator', 'approver'],
  /** Put rules that start by hand on a document, and take rules off it. */
  chooseRules: ['administrator', 'pricing', 'approver', 'sales'],
  /** See what goods cost, and margins. */
  seeCosts: ['administrator', 'pricing', 'approver'],
  /** Edit goods, customers and their levels: facts, which count at once. */
  editFacts: ['administrator', 'pricing'],
  /** Edit levels, base prices and agreements in a draft, and publish it. */
  editSetup: ['administrator', 'pricing'],
  /** Say who may sign in, and as what. */
  manageUsers: ['administrator'],
} as const satisfies Record<string, readonly Role[]>;

export function may(role: Role, permission: Permission): boolean {
  return (PERMISSIONS[permission] as readonly Role[]).includes(role);
}
