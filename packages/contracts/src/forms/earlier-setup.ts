import { SETUP_FORMAT_VERSION } from './setup-form';
import { isObject, withNames, withScopes, type JsonObject } from './earlier-names';

/**
 * A setup file of an earlier version of the form as one of the present version. What is no such file comes
 * back as it is, for the schema to refuse.
 */
export function fromEarlierSetup(json: unknown): unknown {
  if (!isObject(json)) return json;
  switch (json['formatVersion']) {
    case 2:
      return fromVersion3(fromVersion2(json));
    case 3:
      return fromVersion3(json);
    default:
      return json;
  }
}

/** In version 3 floors may be stated by an amount or by a percent of the base price, too. */
function fromVersion2(setup: JsonObject): JsonObject {
  const { floors } = setup;
  return Array.isArray(floors) ? { ...setup, floors: floors.map(floorFromVersion2) } : setup;
}

function floorFromVersion2(floor: unknown): unknown {
  if (!isObject(floor) || !('margin' in floor)) return floor;
  const { margin, ...rest } = floor;
  return { ...rest, least: { kind: 'margin', percent: margin } };
}

/** In version 4 goods are said by scopes, and rules have a trigger and say how they combine. */
function fromVersion3(setup: JsonObject): JsonObject {
  const { rules } = setup;
  const ofRules = Array.isArray(rules) ? { rules: rules.map(ruleFromVersion3) } : {};
  return {
    ...(withScopes({ ...setup, ...ofRules }) as JsonObject),
    formatVersion: SETUP_FORMAT_VERSION,
  };
}

const RULE_NAMES = { starts: 'trigger', together: 'combinable', stops: 'stopProcessing' };
const TRIGGERS = new Map<unknown, string>([
  ['byItself', 'automatic'],
  ['byHand', 'manual'],
]);

function ruleFromVersion3(rule: unknown): unknown {
  if (!isObject(rule)) return rule;
  const named = withNames(rule, RULE_NAMES);
  const { trigger, effect } = named;
  return {
    ...named,
    ...(isObject(trigger)
      ? { trigger: { ...trigger, kind: TRIGGERS.get(trigger['kind']) ?? trigger['kind'] } }
      : {}),
    ...(isObject(effect) && effect['kind'] === 'spread'
      ? { effect: { ...effect, kind: 'allocate' } }
      : {}),
  };
}
