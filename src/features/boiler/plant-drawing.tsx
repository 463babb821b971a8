'use client';

/** The plant itself, drawn: parts to touch, and for a demand where the water goes and what asks for it. */
import type { DemandResult } from '@core/boiler/demand';
import type { Plant } from '@core/boiler/parts';
import { type PlacedPlantPart, type PlantPart, plantLayout, plantPartName } from '@core/boiler/plant-layout';
import type { KeyboardEvent, ReactNode } from 'react';
import { useNarrow } from '../../ui/use-narrow';
import './plant-drawing.css';

interface Props {
  plant: Plant | null;
  /** What the plant does for the demand being looked at. */
  result: DemandResult | null;
  /** What is known of a part, in a few words; null draws it dashed, with a question mark. */
  says?: (part: PlantPart) => string | null;
  onPart?: (part: PlantPart) => void;
  picked?: PlantPart | null;
}

export function PlantDrawing({ plant, result, says, onPart, picked }: Props): ReactNode {
  const narrow = useNarrow();
  const layout = plantLayout(plant, narrow);
  const warm = { cylinder: result?.toCylinder ?? false, radiators: result?.toRadiators ?? false };
  const moves = (way: 'common' | 'cylinder' | 'radiators'): boolean =>
    way === 'common' ? warm.cylinder || warm.radiators : warm[way];
  const runs = (id: PlantPart): boolean =>
    result !== null &&
    ((id === 'boiler' && result.boilerFires) ||
      (id === 'pump' && result.pumpRuns) ||
      (id === 'cylinder' && warm.cylinder) ||
      (id === 'radiators' && warm.radiators) ||
      (id === 'valve' && (result.open.length > 0 || result.port !== null)));
  const at = (id: PlantPart): PlacedPlantPart | undefined => layout.parts.find((p) => p.id === id);
  const doing = (id: PlantPart): string => {
    if (!result) return says?.(id) ?? '';
    if (id === 'boiler') return result.boilerFires ? 'fires' : 'off';
    if (id === 'pump') return result.pumpRuns ? 'turns' : 'still';
    if (id === 'cylinder') return warm.cylinder ? 'heated' : 'not heated';
    if (id === 'radiators') return warm.radiators ? 'warm' : 'cold';
    if (id === 'valve')
      return result.port !== null
        ? result.port === 'middle'
          ? 'to both'
          : `to the ${result.port}`
        : result.open.length > 0
          ? `${result.open.join(' and ')} open`
          : 'shut';
    if (id === 'stat') return result.demand.cylinderCold ? 'calls' : 'satisfied';
    if (id === 'receiver')
      return (
        [result.demand.heating.length > 0 ? 'heating on' : '', result.demand.hotWater ? 'hot water on' : '']
          .filter(Boolean)
          .join(', ') || 'all off'
      );
    return '';
  };
  return (
    <svg
      className="plant"
      viewBox={`0 0 ${layout.width} ${layout.height}`}
      role={onPart ? 'group' : 'img'}
      aria-label={`The plant: ${layout.parts.map((p) => `${plantPartName(p.id, plant)} ${doing(p.id)}`.trim()).join('; ')}`}
    >
      {layout.pipes
        .map((p) => ({ ...p, on: moves(p.way) }))
        .sort((a, b) => Number(a.on) - Number(b.on))
        .map((p) => (
          <polyline
            key={`${p.way}-${p.back}`}
            className={`plant-pipe${p.on ? (p.back ? ' back' : ' on') : ''}`}
            points={p.points.map((x) => x.join(',')).join(' ')}
          />
        ))}
      {layout.asks.map(({ from, to }) => {
        const [a, b] = [at(from), at(to)];
        if (!a || !b) return null;
        const on = result !== null && (to === 'stat' ? result.demand.hotWater : result.demand.heating.length > 0);
        const [x1, y1, x2, y2] = [a.x + a.width * 0.7, a.y + a.height, b.x + b.width * 0.5, b.y];
        return (
          <path
            key={`${from}-${to}`}
            className={`plant-ask${on ? ' on' : ''}`}
            d={`M ${x1} ${y1} C ${x1} ${(y1 + y2) / 2} ${x2} ${(y1 + y2) / 2} ${x2} ${y2}`}
          />
        );
      })}
      {layout.parts.map((p) => (
        <Part
          key={p.id}
          at={p}
          name={plantPartName(p.id, plant)}
          note={doing(p.id)}
          unknown={says !== undefined && says(p.id) === null}
          runs={runs(p.id)}
          picked={picked === p.id}
          {...(onPart ? { onPress: () => onPart(p.id) } : {})}
        />
      ))}
    </svg>
  );
}

interface PartProps {
  at: PlacedPlantPart;
  name: string;
  note: string;
  unknown: boolean;
  runs: boolean;
  picked: boolean;
  onPress?: () => void;
}

/** Small parts carry their name beside them: the pump and a valve are no wider than a pipe's fitting. */
function Part({ at, name, note, unknown, runs, picked, onPress }: PartProps): ReactNode {
  const { id, x, y, width, height } = at;
  const small = id === 'pump' || id === 'valve';
  const [cx, cy] = [x + width / 2, y + height / 2];
  const label = unknown ? `${name} ?` : name;
  return (
    <g
      className={`plant-part ${id}${unknown ? ' unknown' : ''}${runs ? ' runs' : ''}${picked ? ' picked' : ''}`}
      {...(onPress
        ? {
            role: 'button',
            tabIndex: 0,
            'aria-pressed': picked,
            'aria-label': `${name}${unknown ? ', not known' : note ? `, ${note}` : ''}`,
            onClick: onPress,
            onKeyDown: (e: KeyboardEvent) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              onPress();
            },
          }
        : {})}
    >
      {id === 'pump' ? (
        <>
          <circle cx={cx} cy={cy} r={width / 2} />
          <path className="plant-mark" d={`M ${cx - 9} ${cy - 13} L ${cx + 15} ${cy} L ${cx - 9} ${cy + 13} Z`} />
        </>
      ) : (
        <rect x={x} y={y} width={width} height={height} rx={id === 'cylinder' ? 34 : 9} />
      )}
      {id === 'valve' ? (
        <path
          className="plant-mark"
          d={`M ${x + 9} ${cy - 13} L ${x + width - 9} ${cy + 13} V ${cy - 13} L ${x + 9} ${cy + 13} Z`}
        />
      ) : null}
      {id === 'cylinder' ? (
        <path
          className="plant-coil"
          d={[0, 1, 2]
            .map(
              (i) => `M ${x + 18} ${y + 58 + i * 22} q ${width / 4 - 9} -14 ${width / 2 - 18} 0 t ${width / 2 - 18} 0`,
            )
            .join(' ')}
        />
      ) : null}
      {id === 'radiators' ? (
        <path
          className="plant-fins"
          d={[1, 2, 3, 4].map((i) => `M ${x + (width / 5) * i} ${y + 46} V ${y + height - 10}`).join(' ')}
        />
      ) : null}
      <text
        className="plant-name"
        x={cx}
        y={small ? y - (note || unknown ? 22 : 8) : id === 'cylinder' ? y + 30 : y + 22}
        textAnchor="middle"
      >
        {id === 'room' ? name : label}
      </text>
      <text className="plant-note" x={cx} y={small ? y - 6 : id === 'cylinder' ? y + 46 : y + 40} textAnchor="middle">
        {unknown ? 'touch to say' : note}
      </text>
    </g>
  );
}
