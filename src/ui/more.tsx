'use client';

/** What is there when it is wanted: opened by its line. */
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import type { ReactNode } from 'react';

interface Props {
  summary: ReactNode;
  /** A panel of its own rather than a line inside one. */
  panel?: boolean;
  children: ReactNode;
}

export function More({ summary, panel = false, children }: Props): ReactNode {
  return (
    <Accordion className={panel ? 'panel' : 'more'} disableGutters elevation={0} square={false}>
      <AccordionSummary expandIcon={<span aria-hidden="true">+</span>}>{summary}</AccordionSummary>
      <AccordionDetails className="stack">{children}</AccordionDetails>
    </Accordion>
  );
}
