/** Talks to a rig by address, only through its documented interface. */
import type { RigClient } from '@core/rig/client';
import { JoiningSeen, JoiningTroubles, type ProbeAnswer, RigState } from '@core/rig/protocol';

export const DEFAULT_RIG = 'http://127.0.0.1:4700';
const KEY = 'augerset.rig';

export class RigFailure extends Error {
  override name = 'RigFailure';
}

export const rigAddress = (): string => localStorage.getItem(KEY) ?? DEFAULT_RIG;
export const setRigAddress = (address: string): void => localStorage.setItem(KEY, address.replace(/\/+$/, ''));

/** What each rig gave to carry with every wish. */
const tokens = new Map<string, string>();

async function posted(address: string, body: unknown): Promise<RequestInit> {
  if (!tokens.has(address)) {
    const { token } = (await (await fetch(`${address}/`)).json()) as { token?: string };
    if (token) tokens.set(address, token);
  }
  return {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-Rig-Token': tokens.get(address) ?? '' },
    body: JSON.stringify(body),
  };
}

async function call(address: string, path: string, body?: unknown): Promise<unknown> {
  if (!/^https?:\/\//.test(address) || !URL.canParse(address))
    throw new RigFailure(`“${address}” is not an address such as ${DEFAULT_RIG}.`);
  let response: Response;
  try {
    response = await fetch(`${address}${path}`, body === undefined ? {} : await posted(address, body));
    // A rig that was started again has another token.
    if (response.status === 403 && tokens.delete(address) && body !== undefined)
      response = await fetch(`${address}${path}`, await posted(address, body));
  } catch {
    throw new RigFailure(
      `No rig answers this page at ${address}. Start one with: npm run rig, and --app ${location.origin} where that is not port 3000.`,
    );
  }
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const said =
      answer && typeof answer === 'object' && 'error' in answer ? String(answer.error) : `status ${response.status}`;
    throw new RigFailure(said);
  }
  return answer;
}

/** Joining at the rig: what can go wrong on a way, a trial begun, a step or a cure done. */
export const joiningAt = (address: string) => ({
  troubles: async (way: string): Promise<JoiningTroubles> =>
    JoiningTroubles.parse(await call(address, `/joining/${encodeURIComponent(way)}`)),
  begin: async (way: string, troubles: readonly string[]): Promise<void> => {
    await call(address, '/joining', { way, troubles });
  },
  step: async (step: string): Promise<JoiningSeen> => JoiningSeen.parse(await call(address, '/joining/do', { step })),
  cure: async (cure: string): Promise<JoiningSeen> => JoiningSeen.parse(await call(address, '/joining/do', { cure })),
});

export function rigClient(address: string): RigClient {
  const state = async (path: string, body?: unknown): Promise<RigState> =>
    RigState.parse(await call(address, path, body));
  return {
    state: () => state('/state'),
    faults: async () => (await call(address, '/faults')) as { id: string; name: string }[],
    load: (job, faults, outdoorCelsius) => state('/house', { job, faults, outdoorCelsius }),
    thermostat: (change) => state('/thermostat', change),
    advance: (advanceSeconds) => state('/clock', { advanceSeconds }),
    probe: async (a, b, meterOhms) => ((await call(address, '/probe', { a, b, meterOhms })) as ProbeAnswer).value,
    ohms: async (a, b) => ((await call(address, '/probe', { a, b, kind: 'ohms' })) as ProbeAnswer).value,
    code: async () => (await call(address, '/code', {})) as { code: string; expiresAt: string },
    demand: (demand) => state('/demand', demand),
    floor: (change) => state('/floor', change),
    supply: (on) => state('/supply', { on }),
    act: (change) => state('/act', change),
    pair: async () => (await call(address, '/pair', {})) as { ok: boolean; reason?: string },
    register: async (code) => (await call(address, '/register', { code })) as { ok: boolean; reason?: string },
  };
}
