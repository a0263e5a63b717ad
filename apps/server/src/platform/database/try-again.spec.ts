import { sql } from 'drizzle-orm';
import { testDatabase } from '../../testing/test-database';
import { openDatabase, serializable, type OpenDatabase, type Queries } from './database';
import { Busy, tryAgain } from './try-again';

describe('a transaction that is in others’ way', () => {
  let opened: OpenDatabase;
  let drop: () => Promise<void>;
  beforeEach(async () => {
    const test = await testDatabase();
    opened = openDatabase(test.url);
    drop = test.drop;
    await opened.database.execute(sql`create table counted (place int primary key, number int)`);
    await opened.database.execute(
      sql`insert into counted select place, 0 from generate_series(1, 2) place`,
    );
  });
  afterEach(async () => {
    await opened.close();
    await drop();
  });
  const count = async (): Promise<number> => {
    const { rows } = await opened.database.execute<{ sum: string }>(
      sql`select sum(number)::text as sum from counted`,
    );
    return Number(rows[0]?.sum);
  };
  /** Reads all of it, and writes one row of what it read: two of these cannot both go first. */
  const writeOne = (place: number) => (transaction: Queries) =>
    transaction.execute(
      sql`update counted set number = (select sum(number) from counted) + 1 where place = ${place}`,
    );

  it('is tried again until it comes through, each having seen what the one before wrote', async () => {
    const all = Array.from({ length: 12 }, (_, at) =>
      serializable(opened.database, writeOne((at % 2) + 1)),
    );
    await Promise.all(all);
    // one after the other, in some order: each writes one more than all of it was
    expect(await count()).toBeGreaterThan(12);
  });

  it('waits for its turn, and then is in nobody’s way', async () => {
    let tries = 0;
    const all = Array.from({ length: 12 }, (_, at) =>
      serializable(
        opened.database,
        (transaction) => {
          tries += 1;
          return writeOne((at % 2) + 1)(transaction);
        },
        'drafts',
      ),
    );
    await Promise.all(all);
    expect(tries).toBe(12);
  });

  it('gives its turn back where it fails', async () => {
    const failed = serializable(opened.database, () => Promise.reject(new Error('no')), 'drafts');
    await expectAsync(failed).toBeRejectedWithError('no');
    await serializable(opened.database, writeOne(1), 'drafts');
    expect(await count()).toBe(1);
  });

  it('is told to come later where it never came through, and other errors are told as they are', async () => {
    let tries = 0;
    const never = tryAgain(
      async () => {
        tries += 1;
        await opened.database.execute(
          sql`do $$ begin raise exception 'in the way' using errcode = '40001'; end $$`,
        );
      },
      { tries: 4, random: () => 0 },
    );
    await expectAsync(never).toBeRejectedWithError(Busy);
    expect(tries).toBe(4);
    const wrong = tryAgain(() => opened.database.execute(sql`select 1 / 0`));
    await expectAsync(wrong).toBeRejected();
    await expectAsync(wrong).not.toBeRejectedWithError(Busy);
  });
});
