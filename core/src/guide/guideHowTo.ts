import { guideDeferral, type Guide, type GuideStep } from './guide.ts';
import { guideFacts, screwsOfStep } from './guideWords.ts';

/** The guide as a HowTo of schema.org in JSON-LD: tools, supplies, sections, steps with directions and cautions as tips. */
export function guideHowTo(guide: Guide): Record<string, unknown> {
  const { model, tools, parts, cautions, sections, seconds } = guide;
  return {
    '@context': 'https://schema.org',
    '@type': 'HowTo',
    name: guide.title,
    description: guideFacts(guide)
      .map(([name, value]) => `${name}: ${value}.`)
      .join(' '),
    about: {
      '@type': 'Product',
      name: model.name,
      manufacturer: { '@type': 'Organization', name: model.maker },
      model: model.code,
      category: model.form,
    },
    totalTime: isoDuration(seconds),
    tool: tools.map(({ tool, uses }) => ({ '@type': 'HowToTool', name: tool, requiredQuantity: uses })),
    supply: parts.map(({ name, number, why }) => ({
      '@type': 'HowToSupply',
      name,
      ...(number ? { identifier: number } : {}),
      description: why,
    })),
    step: [
      {
        '@type': 'HowToSection',
        name: 'Cautions',
        itemListElement: [...cautions, guideDeferral].map((text) => ({ '@type': 'HowToTip', text })),
      },
      ...sections.map(({ title, steps }) => ({
        '@type': 'HowToSection',
        name: title,
        itemListElement: steps.map(howToStep),
      })),
    ],
  };
}

function howToStep(step: GuideStep): Record<string, unknown> {
  const directions = [step.detail, screwsOfStep(step), step.tool && `Tool: ${step.tool}`].filter(Boolean);
  return {
    '@type': 'HowToStep',
    position: step.n,
    name: [step.title, step.place].filter(Boolean).join(', '),
    itemListElement: [
      ...(directions.length > 0 ? directions : [step.title]).map((text) => ({
        '@type': 'HowToDirection',
        text,
      })),
      ...step.cautions.map((text) => ({ '@type': 'HowToTip', text })),
    ],
  };
}

/** ISO 8601, whole seconds: `PT1H5M30S`. */
export function isoDuration(seconds: number): string {
  const whole = Math.round(seconds);
  const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  const pieces = [
    hours > 0 && `${hours}H`,
    minutes > 0 && `${minutes}M`,
    (rest > 0 || whole === 0) && `${rest}S`,
  ];
  return `PT${pieces.filter(Boolean).join('')}`;
}
