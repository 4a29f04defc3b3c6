import base from '../../playwright.config.ts';

/** Makes the pictures of docs/screenshots from the demo data: npm run screenshots. */
export default { ...base, testDir: '.', testMatch: 'screenshots.ts', workers: 1 };
