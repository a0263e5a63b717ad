import Joi from 'joi';
import { objectOf } from '../forms/fields';

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
}

/** Who the browser is signed in as. */
export interface SessionAnswer {
  readonly user: SignedInUser | null;
}
