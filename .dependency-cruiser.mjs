/**
 * The floors of the house: what a folder may import, as dependency-cruiser checks it within
 * `npm run test:lint`. Arrows go down a list only, and no two folders import each other.
 */

const ENGINE = 'packages/engine/src';

/** From the lowest floor up; rooms of one floor stand beside each other and do not import each other. */
const ENGINE_FLOORS = [
  ['number'],
  ['setup'],
  ['compile', 'result'],
  ['pricing'],
  ['uses'],
  ['checks'],
];
/** The steps of the pricing model, each of which may use those before it. */
const PRICING_FLOORS = [['line'], ['cost'], ['level'], ['by-hand'], ['breaks'], ['rules'], ['tax']];

const SERVER = 'apps/server/src';

/** From the lowest floor up. The rooms of one floor may use each other, but in no circle. */
const SERVER_FLOORS = [
  ['platform'],
  ['master-data'],
  ['setup'],
  ['selling'],
  ['verification'],
  ['supply'],
  ['exchange'],
  ['app'],
];

const WEB = 'apps/web/src/app';

/** From the lowest floor up, by the server's names; `shell` holds them all together. */
const WEB_FLOORS = [
  ['shared'],
  ['editing'],
  ['master-data'],
  ['setup'],
  ['selling'],
  ['verification'],
  ['supply'],
  ['exchange'],
  ['shell'],
];

/** Specifications look at several rooms at once, and build what they need with `testing`. */
const SPECIFICATIONS = String.raw`\.spec\.ts$|/src/testing/`;

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    ...floors('engine', ENGINE, ENGINE_FLOORS),
    ...floors('pricing', `${ENGINE}/pricing`, PRICING_FLOORS),
    ...floors('server', SERVER, SERVER_FLOORS),
    ...floors('web', WEB, WEB_FLOORS),
    {
      name: 'steps-under-the-pipeline',
      comment: 'A step does not know the pipeline that runs it: pass in what it needs.',
      severity: 'error',
      from: { path: `^${ENGINE}/pricing/[^/]+/`, pathNot: SPECIFICATIONS },
      to: { path: `^${ENGINE}/pricing/[^/]+$` },
    },
    {
      name: 'no-circles-between-folders',
      comment:
        'Two folders that import each other are one folder: move the piece that both need below them, or pass a function in.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(packages|apps)/' },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: SPECIFICATIONS },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
  },
};

/**
 * A rule for each room of some floors.
 * @param {string} name
 * @param {string} root
 * @param {readonly (readonly string[])[]} all
 * @returns {import('dependency-cruiser').IForbiddenRuleType[]}
 */
function floors(name, root, all) {
  return all.flatMap((rooms, height) =>
    rooms.map((room) => {
      const forbidden = [
        ...rooms.filter((other) => other !== room),
        ...all.slice(height + 1).flat(),
      ];
      return {
        name: `${name}-${room}`,
        comment: `${room} stands below what it imports: move the piece down, or pass a function in.`,
        severity: /** @type {const} */ ('error'),
        from: { path: `^${root}/${room}/` },
        to: { path: forbidden.length > 0 ? `^${root}/(${forbidden.join('|')})/` : '^$' },
      };
    }),
  );
}
