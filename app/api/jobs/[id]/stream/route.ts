import type { Entry } from '@/src/store/entry';
import { entriesAfter } from '@/src/store/jobs';
import { listen } from '@/src/store/live';

export const dynamic = 'force-dynamic';

/** Another app instance may write to the same store: look for its entries this often. */
const LOOK_MS = 2000;

/** Server-sent events: one message per journal entry after the position the client has. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const url = new URL(request.url);
  let at = Math.max(0, Number(request.headers.get('last-event-id') ?? url.searchParams.get('after') ?? 0) || 0);
  const encoder = new TextEncoder();
  let stop = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let open = true;
      const send = (text: string): void => {
        if (open) controller.enqueue(encoder.encode(text));
      };
      const push = (entries: readonly Entry[]): void => {
        for (const e of entries) {
          if (e.seq <= at) continue;
          at = e.seq;
          send(`id: ${e.seq}\ndata: ${JSON.stringify(e)}\n\n`);
        }
      };
      let looking = false;
      const look = async (): Promise<void> => {
        if (looking) return;
        looking = true;
        try {
          push(await entriesAfter(id, at));
          send(': here\n\n');
        } finally {
          looking = false;
        }
      };
      const silence = listen(id, (entries) => {
        // A gap means something was missed: read it from the journal instead.
        if ((entries[0]?.seq ?? 0) === at + 1) push(entries);
        else void look().catch(() => stop());
      });
      const timer = setInterval(() => void look().catch(() => stop()), LOOK_MS);
      stop = () => {
        if (!open) return;
        open = false;
        clearInterval(timer);
        silence();
        controller.close();
      };
      request.signal.addEventListener('abort', () => stop());
      send('retry: 700\n\n');
      void look().catch(() => stop());
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: {
      'Content-Type': 'text/event-stream; charset=utf-8',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
}
