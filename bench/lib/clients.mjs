// Benches at work at once: what they send begins on time, whether or not the one before was answered.
import { randomUUID } from 'node:crypto';
import { summary } from '../report.mjs';

export async function benchesAtWork({
  api,
  one,
  client,
  model,
  benches = 20,
  perSecond = 200,
  seconds = 20,
}) {
  const { rows: units } = await client.query(`select id from unit where label like 'L-1%' limit ${benches}`);
  const jobs = [];
  for (const { id } of units) {
    const { job } = await one(
      `insert into job (id, unit_id, model_code, revision) values (gen_random_uuid(), $1, $2, 1) returning id as job`,
      [id, model],
    );
    jobs.push({ id: job, seen: 0 });
  }
  const ask = async (path, body) => {
    const began = performance.now();
    const response = await fetch(
      `${api}${path}`,
      body && { method: 'POST', body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } },
    ).catch(() => ({ ok: false, text: async () => '' }));
    await response.text();
    return { ms: performance.now() - began, ok: response.ok };
  };
  const note = () => ({
    ...{ id: randomUUID(), at: new Date().toISOString(), by: 'bench' },
    body: { kind: 'note', step: null, text: 'counted' },
  });
  const [acts, questions] = [[], []];
  const sent = [];
  const began = performance.now();
  for (let n = 0; n < perSecond * seconds; n++) {
    const job = jobs[n % jobs.length];
    const wait = began + (n * 1000) / perSecond - performance.now();
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
    const isAct = n % 5 !== 4;
    const answer = isAct
      ? ask(`/jobs/${job.id}/events`, { items: [note()] })
      : ask(`/jobs/${job.id}?after=${job.seen}`);
    if (isAct) job.seen++;
    sent.push(answer.then((one) => ((isAct ? acts : questions).push(one.ms), one.ok)));
  }
  const begun = sent.length / ((performance.now() - began) / 1000);
  const right = (await Promise.all(sent)).filter(Boolean).length;
  return { begun, right, sent: sent.length, acts: summary(acts), questions: summary(questions) };
}
