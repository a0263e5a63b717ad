import Joi from 'joi';

/**
 * A schema for a union whose members are told apart by their `kind`; each member is given without
 * that field.
 */
export function oneOfKinds<T extends { readonly kind: string }>(
  members: Readonly<Record<T['kind'], Joi.ObjectSchema>>,
): Joi.AlternativesSchema<T> {
  const kinds = Object.entries<Joi.ObjectSchema>(members);
  const names = kinds.map(([kind]) => `"${kind}"`).join(', ');
  const union: Joi.AlternativesSchema = Joi.alternatives()
    .conditional('.kind', {
      switch: kinds.map(([kind, member]) => ({
        is: kind,
        then: member.keys({ kind: Joi.string().valid(kind).required() }),
      })),
    })
    .messages({ 'alternatives.any': `{#label} must have one of the kinds ${names}` });
  return union as Joi.AlternativesSchema<T>; // Joi cannot say what its alternatives are
}
