import { SETUP_FORMAT_VERSION } from './setup-form';

/**
 * A setup file of version 2 as one of version 3, where floors may be stated by an amount or by a percent of
 * the base price, too. What is no such file comes back as it is, for the schema to refuse.
 */
export function fromVersion2(json: unknown): unknown {
  if (!isObject(json) || json['formatVersion'] !== 2) return json;
  const { floors } = json;
  return {
    ...json,
    formatVersion: SETUP_FORMAT_VERSION,
    ...(Array.isArray(floors) ? { floors: floors.map(floorFromVersion2) } : {}),
  };
}

function floorFromVersion2(floor: unknown): unknown {
  if (!isObject(floor) || !('margin' in floor)) return floor;
  const { margin, ...rest } = floor;
  return { ...rest, least: { kind: 'margin', percent: margin } };
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
