import { Operation } from '@core/job/operation';
import * as z from 'zod';
import { appendOperations } from '@/src/store/jobs';
import { answering, body, notFound, problems } from '../../../_http/http';

const Incoming = z.strictObject({ operations: z.array(Operation).min(1).max(200) });

export const POST = answering(
  async (request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> => {
    const { id } = await params;
    const read = await body(request, Incoming);
    if ('response' in read) return read.response;
    const { operations } = read.value;
    if (operations.some((o) => o.job !== id || o.kind === 'create' || o.kind === 'sign')) {
      return problems(400, [
        { path: 'operations', message: 'An operation belongs to another job, or is not for a page to make.' },
      ]);
    }
    const result = await appendOperations(id, operations);
    return result ? Response.json(result) : notFound('such job');
  },
);
