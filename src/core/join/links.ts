/** Links of the device to a voice assistant or home controller, each proved by one command; consents, asked and answered. */
import type { JobHead } from '../job/schema';
import type { PaperPart } from '../record/paper-part';
import { Consent, type Link } from './link-schema';

export const LINK_STEPS = [
  { key: 'permitted', what: 'Permitted in the device’s own account, by the customer' },
  { key: 'discovered', what: 'Discovered from the other side' },
] as const;

/** Asked of the customer word by word; nothing is taken for granted. */
export const CONSENT_WORDS: Readonly<Record<Consent, string>> = {
  terms: 'Do you accept the terms of the account, as you have read them?',
  presence: 'May it know whether somebody is at home?',
  location: 'May it use where your phone is?',
  reports: 'May reports of your use be made and sent to you?',
  offers: 'May you be sent offers?',
};

/** Which device a link was proved with: its serial, else its sheet. */
export const deviceMark = (device: JobHead['device']): string =>
  device.serial ??
  device.sheet ??
  (typeof device.inline === 'object' && device.inline !== null && 'id' in device.inline
    ? String(device.inline.id)
    : 'none');

export const isStale = (link: Link, device: JobHead['device']): boolean =>
  link.followed === true && link.device !== undefined && link.device !== deviceMark(device);

/** What the record says of links and consents. */
export function joinParts({ join, device }: Pick<JobHead, 'join' | 'device'>): PaperPart[] {
  const links = Object.values(join.links ?? {});
  const consents = Consent.options.flatMap((c) => {
    const said = join.consents?.[c];
    return said ? [[CONSENT_WORDS[c], said.answer, said.at.slice(0, 10)]] : [];
  });
  return [
    ...(links.length > 0
      ? [
          {
            kind: 'table' as const,
            heading: 'Linked with',
            columns: [
              { head: 'With', width: 30 },
              { head: 'Called there', width: 25 },
              { head: 'Command', width: 25 },
              { head: 'Followed', width: 20 },
            ],
            rows: links.map((l) => [
              l.name,
              l.called ?? '–',
              l.command ?? '–',
              isStale(l, device)
                ? 'another device since'
                : l.followed === true
                  ? 'yes'
                  : l.followed === false
                    ? 'no'
                    : 'not tried',
            ]),
          },
        ]
      : []),
    ...(consents.length > 0
      ? [
          {
            kind: 'table' as const,
            heading: 'Asked of the customer',
            columns: [
              { head: 'Asked', width: 60 },
              { head: 'Answered', width: 20 },
              { head: 'On', width: 20 },
            ],
            rows: consents,
          },
        ]
      : []),
  ];
}
