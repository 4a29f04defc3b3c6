const particles = [
  'off',
  'out',
  'up',
  'away',
  'free',
  'in',
  'on',
  'back',
  'home',
  'down',
  'over',
  'apart',
  'loose',
  'done',
] as const;
/** Words that say, behind a verb or a name, that something left its place or went to it. */
export type Particle = (typeof particles)[number];

export const isParticle = (word: string): word is Particle => (particles as readonly string[]).includes(word);

/** Particles that say that something left its place. */
export const leaving: ReadonlySet<Particle> = new Set(['off', 'out', 'away', 'free', 'up', 'apart']);
/** Particles that say that something went to its place. */
export const returning: ReadonlySet<Particle> = new Set(['in', 'on', 'back', 'home', 'down']);
