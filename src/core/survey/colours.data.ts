/** Insulation colours as they are sold, drawn true. `edge` outlines light ones on light ground. */
export interface Insulation {
  name: string;
  fill: string;
  /** Second colour of a two-colour insulation. */
  stripe?: string;
  aliases: readonly string[];
}

export const INSULATION: readonly Insulation[] = [
  { name: 'red', fill: '#c62620', aliases: ['rd', 'rojo'] },
  { name: 'white', fill: '#f4f2ec', aliases: ['wh', 'wht'] },
  { name: 'yellow', fill: '#e4b600', aliases: ['ye', 'yel'] },
  { name: 'green', fill: '#2c8a3d', aliases: ['gn', 'grn'] },
  { name: 'blue', fill: '#2a5db8', aliases: ['bu', 'blu'] },
  { name: 'orange', fill: '#e07a1a', aliases: ['og', 'orn'] },
  { name: 'brown', fill: '#6e4426', aliases: ['bn', 'brn'] },
  { name: 'black', fill: '#23262a', aliases: ['bk', 'blk'] },
  { name: 'grey', fill: '#8d9398', aliases: ['gray', 'gy', 'slate'] },
  { name: 'violet', fill: '#74479c', aliases: ['purple', 'vt'] },
  { name: 'pink', fill: '#e39ab4', aliases: ['pk', 'rose'] },
  { name: 'tan', fill: '#c3a477', aliases: ['beige'] },
  { name: 'turquoise', fill: '#3aa7a3', aliases: ['tq', 'aqua'] },
  { name: 'green-yellow', fill: '#2c8a3d', stripe: '#e4c400', aliases: ['gnye', 'earth'] },
  { name: 'clear', fill: '#d9c9b4', aliases: ['bare', 'copper'] },
];

const byName = new Map<string, Insulation>(
  INSULATION.flatMap((i) => [i.name, ...i.aliases].map((name) => [name, i] as const)),
);

/** The insulation a word stands for, or undefined. Case does not matter. */
export const insulation = (word: string): Insulation | undefined => byName.get(word.trim().toLowerCase());
