/*
 * First of all modules: our policy lets no script be made of text, and schemas that try it once, to learn whether they
 * may, would be reported in the console of every page.
 */
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig = { jitless: true };
