import { redirect } from 'next/navigation';

export default async function JobStart({ params }: { params: Promise<{ id: string }> }): Promise<never> {
  const { id } = await params;
  redirect(`/jobs/${id}/arrive`);
}
