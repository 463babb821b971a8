'use client';

/** Linked with a voice assistant or home controller: permitted, discovered, named, proved by one command; consents. */
import { Consent, type Link } from '@core/join/link-schema';
import { CONSENT_WORDS, deviceMark, isStale, LINK_STEPS } from '@core/join/links';
import Button from '@mui/material/Button';
import { nanoid } from 'nanoid';
import type { ReactNode } from 'react';
import { Choice, ChoiceRow, TextField, Tick } from '../../ui/fields';
import { HalfScope } from '../../ui/half-typed';
import { useJob } from '../shell/job-context';

const KINDS = [
  { to: 'voice', label: 'a voice assistant', name: 'voice assistant' },
  { to: 'controller', label: 'a home controller', name: 'home controller' },
] as const;

export function Links(): ReactNode {
  const { job, change, sealed } = useJob();
  const links = Object.entries(job.join.links ?? {});
  const put = (label: string, id: string, link: Link | undefined): void => {
    change(label, (j) => {
      const { [id]: _was, ...others } = j.join.links ?? {};
      return { ...j, join: { ...j.join, links: link ? { ...j.join.links, [id]: link } : others } };
    });
  };
  return (
    <article className="question stack" aria-label="Linked with">
      <h3>Linked with an assistant or controller</h3>
      {links.map(([id, link]) => (
        <HalfScope key={id} of={id}>
          <div className="join-link">
            <div className="field-grid">
              <TextField
                label="What it is called by the customer"
                value={link.name}
                disabled={sealed}
                onCommit={(name) => put(`Link: ${name}`, id, name ? { ...link, name } : undefined)}
              />
              <TextField
                label="What the device is called there"
                value={link.called}
                disabled={sealed}
                onCommit={(called) => put(`Called ${called}`, id, { ...link, called })}
              />
              <TextField
                label="Command tried"
                value={link.command}
                disabled={sealed}
                hint="“two degrees warmer in the hall”"
                onCommit={(command) => put(`Command: ${command}`, id, { ...link, command })}
              />
            </div>
            {LINK_STEPS.map(({ key, what }) => (
              <Tick
                key={key}
                checked={link[key] === true}
                disabled={sealed}
                onToggle={(on) => put(`${what}: ${on ? 'done' : 'not done'}`, id, { ...link, [key]: on })}
              >
                {what}
              </Tick>
            ))}
            <Choice
              label="The device followed the command"
              value={link.followed === undefined ? undefined : link.followed ? 'yes' : 'no'}
              disabled={sealed || !link.command}
              options={[
                { value: 'yes', label: 'it did' },
                { value: 'no', label: 'it did not' },
              ]}
              onChoose={(v) =>
                put(`${link.name}: ${v === 'yes' ? 'followed' : 'not followed'}`, id, {
                  ...link,
                  followed: v === 'yes',
                  device: deviceMark(job.device),
                })
              }
            />
            {isStale(link, job.device) ? (
              <p className="problem">Proved with another device: discover it again, and try the command again.</p>
            ) : null}
          </div>
        </HalfScope>
      ))}
      {sealed ? null : (
        <div className="row">
          {KINDS.map((k) => (
            <Button key={k.to} onClick={() => put(`Link with ${k.label}`, nanoid(6), { to: k.to, name: k.name })}>
              Link {k.label}
            </Button>
          ))}
        </div>
      )}
    </article>
  );
}

/** Each asked of the customer, and written down as answered. */
export function Consents(): ReactNode {
  const { job, change, sealed } = useJob();
  const said = job.join.consents ?? {};
  return (
    <article className="question stack" aria-label="Asked of the customer">
      <h3>Asked of the customer, each by itself</h3>
      <ul className="consents">
        {Consent.options.map((c) => (
          <li key={c}>
            <span>{CONSENT_WORDS[c]}</span>
            <ChoiceRow
              named={CONSENT_WORDS[c]}
              value={said[c]?.answer}
              disabled={sealed}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'no', label: 'No' },
              ]}
              onChoose={(answer) =>
                change(`${CONSENT_WORDS[c]} ${answer}`, (j) => ({
                  ...j,
                  join: {
                    ...j.join,
                    consents: { ...j.join.consents, [c]: { answer, at: new Date().toISOString() } },
                  },
                }))
              }
            />
          </li>
        ))}
      </ul>
    </article>
  );
}
