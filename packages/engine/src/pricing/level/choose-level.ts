import type { CompiledLevel } from '../../compile/compile-level';
import { specificity } from '../../compile/specificity';
import { byStart } from '../../setup/dates';
import type { ItemFacts, LevelAssignment } from '../../setup/facts';
import type { LevelId } from '../../setup/level';
import type { LevelChooser, LevelName, Reason } from '../../result/workings';
import { whyNotToday } from '../line/dated-price';
import {
  notAppliedRecorder,
  type LineInProgress,
  type PassOver,
  type PricingContext,
} from '../line/line-in-progress';

/**
 * Step 3, which level: the first of these that the version has, that is in force and that the
 * outlet allows: chosen on the line, chosen on the document, the customer's assignment in force
 * that takes the item in most narrowly, the customer's default, the segment's, the outlet's, the
 * setup's. The others are told.
 */
export function chooseLevel(line: LineInProgress, context: PricingContext): CompiledLevel | null {
  const recordNotApplied = notAppliedRecorder(line, context);
  let chosen: { compiled: CompiledLevel; level: LevelName; by: LevelChooser } | null = null;
  for (const { id, by } of candidates(line, context, recordNotApplied)) {
    const compiled = context.setup.levels.get(id);
    if (!compiled) {
      const { version } = context.setup;
      recordNotApplied({ kind: 'missingLevel', id, by }, { kind: 'notInVersion', version });
      continue;
    }
    const level = compiled.name;
    if (chosen) {
      if (chosen.level.id === id) continue;
      const { level: first, by: firstBy } = chosen;
      recordNotApplied(
        { kind: 'levelChoice', level, by },
        { kind: 'anotherLevelFirst', level: first, by: firstBy },
      );
      continue;
    }
    const reasons = whyNotUsable(compiled, context);
    if (reasons.length > 0) recordNotApplied({ kind: 'levelChoice', level, by }, ...reasons);
    else if (context.workings) chosen = { compiled, level, by };
    else return remember(line, { compiled, level, by });
  }
  if (chosen) return remember(line, chosen);
  if (line.notApplied.length === 0) {
    recordNotApplied({ kind: 'anyLevel' }, { kind: 'nothingGivesALevel' });
  }
  return null;
}

function remember(
  line: LineInProgress,
  { compiled, level, by }: { compiled: CompiledLevel; level: LevelName; by: LevelChooser },
): CompiledLevel {
  line.level = { level, by };
  return compiled;
}

const BY_LINE: LevelChooser = { kind: 'line' };
const BY_DOCUMENT: LevelChooser = { kind: 'document' };
const BY_CUSTOMER: LevelChooser = { kind: 'customer' };
const BY_SETUP: LevelChooser = { kind: 'setup' };

interface Candidate {
  readonly id: LevelId;
  readonly by: LevelChooser;
}

function candidates(
  { written, item }: LineInProgress,
  context: PricingContext,
  recordNotApplied: PassOver,
): Candidate[] {
  const { setup, level: documentLevel, facts } = context;
  const { customer, outlet } = facts;
  const found: Candidate[] = [];
  if (written.level !== null) found.push({ id: written.level, by: BY_LINE });
  if (documentLevel !== null) found.push({ id: documentLevel, by: BY_DOCUMENT });
  for (const assignment of assignmentsFor(item, context, recordNotApplied)) {
    found.push({ id: assignment.level, by: { kind: 'assignment', assignment } });
  }
  if (customer && customer.level !== null) found.push({ id: customer.level, by: BY_CUSTOMER });
  const segment = customer?.segment;
  if (segment && segment.level !== null) {
    found.push({ id: segment.level, by: { kind: 'segment', name: segment.name } });
  }
  if (outlet && outlet.level !== null) {
    found.push({ id: outlet.level, by: { kind: 'outlet', name: outlet.name } });
  }
  if (setup.defaultLevel !== null) found.push({ id: setup.defaultLevel, by: BY_SETUP });
  return found;
}

/** The customer's assignments in force that take the item in, the narrowest first. */
function assignmentsFor(
  item: ItemFacts,
  context: PricingContext,
  recordNotApplied: PassOver,
): readonly LevelAssignment[] {
  const all = context.facts.customer?.assignments ?? [];
  if (all.length === 0) return all;
  const rank = ({ scope }: LevelAssignment): number => specificity(scope, item) ?? 0;
  return all
    .filter(({ scope }) => specificity(scope, item) !== null)
    .filter((assignment) => {
      const reasons = whyNotToday(assignment.window, context);
      if (reasons.length > 0) tellEnded(assignment, reasons, context, recordNotApplied);
      return reasons.length === 0;
    })
    .toSorted((a, b) => rank(a) - rank(b) || byStart(a.window, b.window));
}

function tellEnded(
  assignment: LevelAssignment,
  reasons: readonly Reason[],
  { setup }: PricingContext,
  recordNotApplied: PassOver,
): void {
  const by = { kind: 'assignment', assignment } as const;
  const compiled = setup.levels.get(assignment.level);
  recordNotApplied(
    compiled
      ? { kind: 'levelChoice', level: compiled.name, by }
      : { kind: 'missingLevel', id: assignment.level, by },
    ...reasons,
  );
}

function whyNotUsable({ level }: CompiledLevel, context: PricingContext): readonly Reason[] {
  const { outlet } = context.facts;
  const reasons = whyNotToday(level.window, context);
  return outlet?.levelsAllowed && !outlet.levelsAllowed.includes(level.id)
    ? [...reasons, { kind: 'notAllowedAtOutlet', outlet: outlet.name }]
    : reasons;
}
