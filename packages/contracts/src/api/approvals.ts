import type { DocumentKind, FloorLeast, FloorMissing, Serialized } from '@honest-ledger/engine';
import Joi from 'joi';
import { decimalText, objectOf } from '../forms/fields';
import {
  orderFields,
  pageFields,
  searchText,
  severalOf,
  type ListOrder,
  type PageAsked,
} from './pages';
import { ROLES, type Role } from './roles';

/** What stands in the way of a document until somebody approves. */
export type BrokenGuard = BrokenLimit | BrokenFloor;

/** On what it is broken. */
interface GuardedGoods {
  /** The id of the line; null for the document as a whole. */
  readonly line: string | null;
  /** Empty for the document. */
  readonly item: string;
  readonly quantity: string;
  readonly unit: string;
  /** What it is sold for, in the document's currency. */
  readonly amount: string;
  /** Missing on what was priced before they were kept. */
  readonly facts?: GuardFacts;
}

/** For whom, where, when and how something is sold: approved for these, it is not for others. */
export interface GuardFacts {
  readonly customer: string | null;
  readonly outlet: string | null;
  readonly currency: string;
  /** The moment by which it is priced, by the clock of its outlet; null for now. */
  readonly asOf: string | null;
  readonly duration: string | null;
  /** What somebody typed; null for nothing. */
  readonly typed: 'price' | 'percent' | 'amount' | null;
}

/** Somebody takes more off by hand than their role may. */
export interface BrokenLimit extends GuardedGoods {
  readonly kind: 'limit';
  readonly role: Role;
  /** In percent. */
  readonly most: string;
  /** What it would be sold for with nothing by hand; null where it has no price then. */
  readonly without: string | null;
  /** In percent, as far as it is written; null where nothing can be said. */
  readonly off: string | null;
}

/** Goods are sold below their floor, or nobody can know whether they are. */
export interface BrokenFloor extends GuardedGoods {
  readonly kind: 'floor';
  /** The least that they are sold for; null where the reader may not see costs. */
  readonly least: Serialized<FloorLeast> | null;
  /** What the amount is short of it; null where the reader may not see costs, or it was not tested. */
  readonly missing: string | null;
  /** What the test lacks; null where it was tested, or the reader may not see costs. */
  readonly untested: FloorMissing | null;
}

/** Asked for, and what became of it; overtaken where the document was changed in between. */
export type ApprovalState = (typeof APPROVAL_STATES)[number];
export const APPROVAL_STATES = ['asked', 'approved', 'refused', 'overtaken'] as const;

/** Somebody asks that a document may go on as it is. */
export interface Approval {
  readonly id: number;
  readonly state: ApprovalState;
  readonly guards: readonly BrokenGuard[];
  readonly askedBy: string;
  /** ISO 8601, UTC. */
  readonly askedAt: string;
  /** What the one who asks says. */
  readonly note: string;
  readonly decidedBy: string | null;
  /** ISO 8601, UTC. */
  readonly decidedAt: string | null;
  /** What the one who decides says. */
  readonly word: string;
}

/** An approval in the queue, with its document. */
export interface ApprovalRow extends Approval {
  readonly kind: DocumentKind;
  readonly number: number;
  readonly customer: string | null;
  readonly currency: string;
  readonly total: string;
}

export const APPROVAL_SORTS = [
  'askedAt',
  'number',
  'customer',
  'by',
  'state',
  'total',
  'currency',
  'decidedBy',
] as const;

export interface ApprovalQuery extends ListOrder<(typeof APPROVAL_SORTS)[number]>, PageAsked {
  readonly text?: string;
  readonly state?: readonly ApprovalState[];
}

export const approvalQuerySchema = objectOf<ApprovalQuery>({
  text: searchText,
  state: severalOf(Joi.string().valid(...APPROVAL_STATES)),
  ...orderFields(APPROVAL_SORTS, true),
  ...pageFields,
});

const word = Joi.string().trim().max(500);

/** Asks for a document as it was seen. */
export interface AskingApproval {
  readonly revision: number;
  readonly note: string;
}

export const askingApprovalSchema = objectOf<AskingApproval>({
  revision: Joi.number().integer().min(1).required(),
  note: word.allow('').required(),
});

export interface ApprovalParams {
  readonly id: number;
}

export const approvalParams = objectOf<ApprovalParams>({
  id: Joi.number().integer().min(1).max(2147483647).required(),
});

/** A refusal says why. */
export interface Decision {
  readonly approved: boolean;
  readonly word: string;
}

export const decisionSchema = objectOf<Decision>({
  approved: Joi.boolean().required(),
  word: Joi.when('approved', {
    is: true,
    then: word.allow(''),
    otherwise: word.min(1).messages({ 'string.empty': 'A refusal says why' }),
  }).required(),
});

/** How much somebody in a role may take off by hand, in percent of the price without it. */
export interface HandLimit {
  readonly role: Role;
  /** Null for as much as they like. */
  readonly mostOff: string | null;
}

export interface HandLimitParams {
  readonly role: Role;
}

export const handLimitParams = objectOf<HandLimitParams>({
  role: Joi.string()
    .valid(...ROLES)
    .required(),
});

/** A limit as it is to be, made from what was seen. */
export interface HandLimitEdit {
  readonly seen: Omit<HandLimit, 'role'>;
  readonly content: Omit<HandLimit, 'role'>;
}

const limitContent = objectOf<HandLimitEdit['content']>({
  mostOff: decimalText({ from: '0', to: '100', digits: 4 }).allow(null).required(),
}).required();

export const handLimitEditSchema = objectOf<HandLimitEdit>({
  seen: limitContent,
  content: limitContent,
});
