import Joi from 'joi';
import { objectOf, shortText } from '../forms/fields';
import { ROLES, type Role } from './roles';

/** Somebody who may sign in, or might once. */
export interface UserRow {
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  /** False for somebody who may not sign in any more; what they did stays on record. */
  readonly active: boolean;
}

/** A user as it is to be, made from what was seen; null for a new one. */
export interface UserEdit {
  readonly seen: Omit<UserRow, 'email'> | null;
  readonly content: Omit<UserRow, 'email'>;
  /** A new password; null leaves it as it is. */
  readonly password: string | null;
}

export interface UserParams {
  readonly email: string;
}

const email = Joi.string()
  .trim()
  .lowercase()
  .max(200)
  .pattern(/^[^@\s]+@[^@\s]+$/, 'address')
  .messages({ 'string.pattern.name': '{#label} must be an e-mail address' });

export const userParams = objectOf<UserParams>({ email: email.required() });

const content = objectOf<UserEdit['content']>({
  name: shortText.required(),
  role: Joi.string()
    .valid(...ROLES)
    .required(),
  active: Joi.boolean().required(),
});

/** The least that a new password has; what is easily guessed is refused besides, however long. */
const SHORTEST_PASSWORD = 12;

const newPassword = Joi.string()
  .min(SHORTEST_PASSWORD)
  .max(200)
  .messages({ 'string.min': `A password has at least ${String(SHORTEST_PASSWORD)} characters` });

/** One's own password, which everybody changes by themselves. */
export interface OwnPassword {
  readonly old: string;
  readonly password: string;
}

export const ownPasswordSchema = objectOf<OwnPassword>({
  old: Joi.string().min(1).max(200).required().messages({ 'string.empty': 'Type your password' }),
  password: newPassword.required(),
});

export const userEditSchema = objectOf<UserEdit>({
  seen: content.allow(null).required(),
  content: content.required(),
  password: newPassword.allow(null).required(),
});
