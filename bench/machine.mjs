/** What a benchmark ran on, to stand above its figures. */
import os from 'node:os';

export function machine() {
  const [cpu] = os.cpus();
  return `${cpu?.model.trim() ?? 'unknown processor'}, ${os.cpus().length} cores, Node ${process.version}`;
}

/** @param {number[]} values */
export function median(values) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN;
}

/**
 * Somebody who signed in to a server of the demo, to ask it things.
 * @param {string} address
 */
export async function signedIn(address) {
  /** @type {Map<string, string>} */
  const cookies = new Map();
  /** @param {string} method @param {string} path @param {unknown} [body] */
  const ask = async (method, path, body) => {
    const token = cookies.get('XSRF-TOKEN');
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: {
        cookie: [...cookies].map(([name, value]) => `${name}=${value}`).join('; '),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(token === undefined ? {} : { 'x-xsrf-token': token }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    for (const line of answer.headers.getSetCookie()) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      cookies.set(name, value);
    }
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
    return answer.status === 204 ? null : answer.json();
  };
  await ask('GET', '/session').catch(() => null);
  await ask('POST', '/session', { email: 'ines@saltmarsh.example', password: 'clay-and-kiln' });
  return ask;
}
