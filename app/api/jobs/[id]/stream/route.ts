import type { Entry } from '@/src/store/entry';
import { epoch } from '@/src/store/epoch';
import { entriesAfter, jobExists } from '@/src/store/jobs';
import { listen } from '@/src/store/live';
import { answering, notFound, problems } from '../../../_http/http';

export const dynamic = 'force-dynamic';

/** Another app instance may write to the same store: look for its entries this often. */
const LOOK_MS = 2000;
/** Streams open in this process, and what may lie unread in one before it is dropped. */
const MOST_STREAMS = 500;
const UNREAD_BYTES = 1_000_000;
const holder = globalThis as typeof globalThis & { augersetStreams?: number };

/** Server-sent events: one message per journal entry after the position the client has. */
export const GET = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    if (!(await jobExists(id))) return notFound('such job');
    if ((holder.augersetStreams ?? 0) >= MOST_STREAMS)
      return problems(503, [{ path: '', message: 'Too many pages are open on this server. Try again later.' }]);
    const url = new URL(request.url);
    let at = Math.max(0, Number(request.headers.get('last-event-id') ?? url.searchParams.get('after') ?? 0) || 0);
    const encoder = new TextEncoder();
    let stop = (): void => undefined;
    const stream = new ReadableStream<Uint8Array>(
      {
        start(controller) {
          let open = true;
          holder.augersetStreams = (holder.augersetStreams ?? 0) + 1;
          const send = (text: string): void => {
            if (!open) return;
            controller.enqueue(encoder.encode(text));
            // Nobody reads it: better dropped, since the page comes back from where it was.
            if ((controller.desiredSize ?? 0) < -UNREAD_BYTES) stop();
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
              send(`event: epoch\ndata: ${await epoch()}\n\n`);
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
            holder.augersetStreams = Math.max(0, (holder.augersetStreams ?? 1) - 1);
            clearInterval(timer);
            silence();
            controller.close();
          };
          request.signal.addEventListener('abort', () => stop());
          send('retry: 700\n\n');
          void look().catch(() => stop());
        },
        cancel: () => stop(),
      },
      new ByteLengthQueuingStrategy({ highWaterMark: 64_000 }),
    );
    return new Response(stream, {
      headers: {
        'Content-Type': 'text/event-stream; charset=utf-8',
        'Cache-Control': 'no-store, no-transform',
        'X-Accel-Buffering': 'no',
      },
    });
  },
);
