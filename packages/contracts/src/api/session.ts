import Joi from 'joi';
import { objectOf } from '../forms/fields';
import type { Role } from './roles';

export interface SignIn {
  readonly email: string;
  readonly password: string;
}

export const signInSchema = objectOf<SignIn>({
  email: Joi.string().trim().min(1).max(200).required().messages({
    'string.empty': 'Type your e-mail address',
    'any.required': 'Type your e-mail address',
  }),
  password: Joi.string().min(1).max(200).required().messages({
    'string.empty': 'Type your password',
    'any.required': 'Type your password',
  }),
});

export interface SignedInUser {
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

/** Somebody to sign in as where the server runs with demo data. */
export interface DemoSignIn extends SignedInUser {
  readonly password: string;
}

/** Who the browser is signed in as, and whom it could sign in as in the demo. */
export interface SessionAnswer {
  readonly user: SignedInUser | null;
  /** Empty where the server has no demo data. */
  readonly demo: readonly DemoSignIn[];
}
