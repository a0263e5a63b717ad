import Joi from 'joi';
import { objectOf } from '../forms/fields';

/** A document that was sent to somebody; it lies in the outbox as it went. */
export interface Sending {
  readonly id: number;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly sentBy: string;
  /** ISO 8601, UTC. */
  readonly sentAt: string;
}

/** Sends a document as it was seen, with its PDF. */
export interface NewSending {
  readonly revision: number;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

export const newSendingSchema = objectOf<NewSending>({
  revision: Joi.number().integer().min(1).required(),
  to: Joi.string()
    .trim()
    .max(200)
    .pattern(/^[^@\s,;<>]+@[^@\s,;<>]+$/, 'address')
    .required()
    .messages({ 'string.pattern.name': '{#label} must be one e-mail address' }),
  // a line break would begin another field of the message
  subject: Joi.string()
    .trim()
    .min(1)
    .max(200)
    .pattern(/^[^\r\n]*$/)
    .required(),
  text: Joi.string().max(5000).allow('').required(),
});

export interface SendingParams {
  readonly id: number;
}

export const sendingParams = objectOf<SendingParams>({
  id: Joi.number().integer().min(1).max(2147483647).required(),
});
