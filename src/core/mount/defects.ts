/** Defects met on the way, each with its remedy: the same in every family. */
import type { Defect } from '../job/schema';

export const DEFECTS: Readonly<Record<Defect['kind'], { name: string; remedy: string }>> = {
  frayed: { name: 'frayed insulation', remedy: 'Cut back to sound insulation and strip fresh.' },
  'broken-core': {
    name: 'nicked or broken core',
    remedy: 'Cut back past the nick and strip fresh; if too short, extend with a proper connector.',
  },
  'no-slack': { name: 'too little slack', remedy: 'Extend with proper connectors, never by stretching.' },
  'hole-too-big': { name: 'hole larger than the plate', remedy: 'Use the larger plate, or fill and paint.' },
  'anchor-at-edge': { name: 'anchor too near the edge of a box', remedy: 'Move the anchor into sound wall.' },
  'old-outline': { name: 'old outline unpainted', remedy: 'Larger plate, or agree the painting with the customer.' },
  'no-earth': { name: 'no earth', remedy: 'Stop the mains work; a licensed electrician restores the earth.' },
  other: { name: 'defect', remedy: 'Note what was done.' },
};
