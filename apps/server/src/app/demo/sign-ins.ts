import type { Role } from '@honest-ledger/contracts';

interface DemoUser {
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}

const password = 'clay-and-kiln';

/** Who may sign in to the demo: one for each role. */
export const DEMO_SIGN_INS = [
  { email: 'ines@saltmarsh.example', name: 'Ines Marlow', role: 'administrator', password },
  { email: 'tom@saltmarsh.example', name: 'Tom Petrie', role: 'pricing', password },
  { email: 'ada@saltmarsh.example', name: 'Ada Fenwick', role: 'approver', password },
  { email: 'noor@saltmarsh.example', name: 'Noor Salter', role: 'sales', password },
  { email: 'otto@saltmarsh.example', name: 'Otto Reed', role: 'reader', password },
] as const satisfies readonly DemoUser[];
