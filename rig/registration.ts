/** The registration stand-in: codes that expire, wrong ones refused. Time and chance are passed in. */
export interface Code {
  code: string;
  expiresAt: number;
}

export type Registered = { ok: true } | { ok: false; reason: 'none' | 'expired' | 'wrong' };

const LETTERS = 'ACDEFHJKLMNPRTUVWXY34679';

export class Registration {
  private current: Code | null = null;
  registered = false;

  constructor(private readonly random: () => number) {}

  issue(nowMs: number, minutes: number): Code {
    const code = Array.from({ length: 6 }, () => LETTERS[Math.floor(this.random() * LETTERS.length)] ?? 'A').join('');
    this.current = { code, expiresAt: nowMs + minutes * 60_000 };
    return this.current;
  }

  register(code: string, nowMs: number): Registered {
    if (!this.current) return { ok: false, reason: 'none' };
    if (nowMs > this.current.expiresAt) return { ok: false, reason: 'expired' };
    if (code.trim().toUpperCase() !== this.current.code) return { ok: false, reason: 'wrong' };
    this.registered = true;
    this.current = null;
    return { ok: true };
  }
}
