import { customerCode, itemNumber, objectOf, shortCode } from '../forms/fields';
import type { ObjectDraft } from './catalogue';
import type { SetupContents } from './drafts';

export interface AgreementQuery {
  readonly customer?: string;
  readonly segment?: string;
  readonly item?: string;
}

export const agreementQuerySchema = objectOf<AgreementQuery>({
  customer: customerCode,
  segment: shortCode,
  item: itemNumber,
});

/** An agreement as published and as a draft would have it. */
export interface AgreementRow {
  readonly id: string;
  readonly published: SetupContents['agreement'] | null;
  readonly draft: ObjectDraft<SetupContents['agreement']> | null;
}
