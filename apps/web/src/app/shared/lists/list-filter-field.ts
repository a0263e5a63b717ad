import type { CodeAndName } from '@honest-ledger/contracts';

/** Something that a list can be narrowed by, with the names of its parts in the address. */
export type ListFilterField =
  | {
      readonly kind: 'choices';
      readonly name: string;
      readonly label: string;
      readonly options: readonly CodeAndName[];
    }
  | {
      readonly kind: 'range';
      readonly label: string;
      /** The name of the least value, and its label. */
      readonly from: readonly [name: string, label: string];
      readonly to: readonly [name: string, label: string];
      readonly unit: string;
    }
  | {
      readonly kind: 'days';
      readonly label: string;
      readonly from: readonly [name: string, label: string];
      readonly to: readonly [name: string, label: string];
    }
  | {
      /** On or off. */
      readonly kind: 'flag';
      readonly name: string;
      readonly label: string;
    };

/** The parts of the address that a field uses. */
export function filterNames(field: ListFilterField): readonly string[] {
  return 'name' in field ? [field.name] : [field.from[0], field.to[0]];
}
