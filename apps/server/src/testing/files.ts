import type { ImportView } from '@honest-ledger/contracts';
import type { Browser, TestServer } from './test-server';

/** What specifications of files do over and over, as somebody who is signed in. */
export function fileDesk(server: TestServer, browser: Browser) {
  const read = async (id: string): Promise<ImportView> =>
    (await browser.ask('GET', `/imports/${id}`)).as<ImportView>();
  /** Sends a file in and lets it be compared. @param query what it is, such as `kind=sales` */
  const compared = async (query: string, content: string): Promise<ImportView> => {
    const answer = await browser.send(`/imports?${query}`, 'rows.csv', content);
    if (answer.status !== 201) throw new Error(answer.problem.detail);
    await server.workOff();
    return read(answer.as<ImportView>().id);
  };
  /** The same, and takes it in; none of its rows may be wrong. */
  const takenIn = async (query: string, content: string): Promise<ImportView> => {
    const { id, counts } = await compared(query, content);
    expect(counts.wrong).toBe(0);
    const asked = await browser.ask('POST', `/imports/${id}/apply`);
    if (asked.status !== 200) throw new Error(asked.problem.detail);
    await server.workOff();
    return read(id);
  };
  return { read, compared, takenIn };
}

export type FileDesk = ReturnType<typeof fileDesk>;
