import { paper } from '../../../_http/paper';

export const dynamic = 'force-dynamic';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return paper(request, (await params).id, 'worklist');
}
