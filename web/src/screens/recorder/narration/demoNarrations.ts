/** The narrations of the demo, each loaded when it is played. */
const sources = import.meta.glob<string>(
  ['../../../../../demo/narrations/*', '!../../../../../demo/narrations/*.expected.txt'],
  { query: '?raw', import: 'default' },
);

export const demoNarrations = Object.entries(sources).map(([path, load]) => ({
  name: path.slice(path.lastIndexOf('/') + 1),
  load,
}));
