import { customerCode, itemNumber, objectOf, shortCode } from '../forms/fields';
import type { ObjectDraft } from './catalogue';
import type { SetupContents } from './drafts';

export interface AgreementQuery {
  readonly customer?: string;
  readonly segment?: string;
  readonly item?: string;
}

/** What narrows the agreements. */
export const agreementQueryFields = {
  customer: customerCode,
  segment: shortCode,
  item: itemNumber,
};

export const agreementQuerySchema = objectOf<AgreementQuery>(agreementQueryFields);

/** An agreement as published and as a draft would have it. */
export interface AgreementRow {
  readonly id: string;
  readonly published: SetupContents['agreement'] | null;
  readonly draft: ObjectDraft<SetupContents['agreement']> | null;
}
