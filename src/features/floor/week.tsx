'use client';

/** The week of a floor: wanted temperatures, what is entered for them, how long it takes, what it costs. */
import { floorWeek } from '@core/floor/week';
import { clock, temperature } from '@core/units/units';
import { DAYS } from '@core/week/week';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { Week } from '../week/week';
import { PricePanel } from './set-up';
import { useFloor } from './use-floor';
import { WarmUpPanel } from './warm-up-panel';
import { YearPanel } from './year-panel';

export function FloorWeek(): ReactNode {
  const { floor, job } = useFloor();
  const first = floor.week?.leads[0];
  return (
    <Week
      ownYear
      starting={() => floorWeek(job.survey.purpose, floor.limit?.celsius ?? null, job.survey.price?.offPeak)}
      startsFrom="Start from one that fits what the floor is for; then drag."
      without={<WarmUpPanel />}
      {...(first && first.leadMinutes !== null
        ? {
            sentence:
              first.enterMinute === first.minute
                ? `Warm by ${clock(first.minute)}: the device starts about ${first.leadMinutes} min before.`
                : `For ${clock(first.minute)} enter ${clock(first.enterMinute)}: it takes ${first.leadMinutes} min.`,
          }
        : {})}
    >
      <Leads />
      <WarmUpPanel />
      <PricePanel />
      <YearPanel />
    </Week>
  );
}

/** Minutes to the next ten: closer than that no floor is known. */
const about = (minutes: number | null): number | null => (minutes === null ? null : Math.ceil(minutes / 10) * 10);

/** When each warm time has to begin; on a device that starts at the time, what is entered instead. */
function Leads(): ReactNode {
  const { floor, job } = useFloor();
  const leads = floor.week?.leads ?? [];
  if (floor.mode !== 'floor')
    return <p className="soft">It follows the room: the times are room temperatures, and the floor is capped.</p>;
  if (leads.length === 0 || !floor.sheet) return null;
  const startAt = floor.sheet.schedule.times === 'start-at';
  // Days whose warm times are alike are one line.
  const rows = leads.reduce<{ days: number[]; lead: (typeof leads)[number] }[]>((out, l) => {
    const same = out.find(
      (r) =>
        r.lead.minute === l.minute &&
        r.lead.profile === l.profile &&
        about(r.lead.leadMinutes) === about(l.leadMinutes),
    );
    if (same) same.days.push(l.day);
    else out.push({ days: [l.day], lead: l });
    return out;
  }, []);
  return (
    <section className="panel">
      <h2>{startAt ? 'Enter the times earlier' : 'The device starts early by itself'}</h2>
      <Table className="plan-table">
        <TableHead>
          <TableRow>
            <TableCell component="th" scope="col">
              Days
            </TableCell>
            <TableCell component="th" scope="col">
              Warm by
            </TableCell>
            <TableCell component="th" scope="col">
              Takes
            </TableCell>
            <TableCell component="th" scope="col">
              {startAt ? 'Enter' : 'Starts about'}
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(({ days, lead: l }) => (
            <TableRow key={`${days.join()}-${l.minute}`}>
              <TableCell component="th" scope="row">
                {days.map((d) => DAYS[d]?.slice(0, 3)).join(' ')}
              </TableCell>
              <TableCell className="mono">
                {clock(l.minute)}, {temperature(l.celsius, job.units)}
              </TableCell>
              <TableCell className="mono">{l.leadMinutes === null ? 'never' : `${about(l.leadMinutes)} min`}</TableCell>
              <TableCell className="mono">
                {l.leadMinutes === null
                  ? '–'
                  : startAt
                    ? `${clock(l.enterMinute)}${l.enterDay === l.day ? '' : ', the day before'}`
                    : clock(l.minute - (about(l.leadMinutes) ?? 0))}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </section>
  );
}
