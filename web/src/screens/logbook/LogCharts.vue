<script setup lang="ts">
import type { LoggedJob } from '@bemtor/core';
import { BarChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useAsyncState } from '@vueuse/core';
import { computed } from 'vue';
import VChart from 'vue-echarts';
import { clock } from '../../composables/format.ts';
import { useThemeChoice } from '../../kit/useTheme.ts';
import { screwTrouble, slowestSteps } from './insights.ts';

/** Three questions as pictures: are the estimates right, what takes long, where do screws go. */
use([
  BarChart,
  ScatterChart,
  GridComponent,
  TooltipComponent,
  LegendComponent,
  AriaComponent,
  CanvasRenderer,
]);
const props = defineProps<{ jobs: readonly LoggedJob[] }>();

const { theme } = useThemeChoice();
/** The colours of the theme as it is now. */
const colours = computed(() => {
  void theme.value;
  const style = getComputedStyle(document.documentElement);
  const of = (name: string): string => style.getPropertyValue(name).trim();
  return {
    ink: of('--ink'),
    soft: of('--ink-soft'),
    line: of('--card-line'),
    copper: of('--copper'),
    ghost: of('--ghost'),
  };
});
const font = 'Barlow, sans-serif';
/** What is drawn on a canvas keeps the letters that were there then: it waits for ours, or for the word that none come. */
const { isReady: hasLetters } = useAsyncState(async () => {
  await document.fonts.load(`13px ${font}`).catch(() => []);
}, undefined);
const axis = computed(() => ({
  axisLine: { lineStyle: { color: colours.value.soft } },
  axisLabel: { color: colours.value.ink, fontFamily: font, fontSize: 13 },
  nameTextStyle: { color: colours.value.soft, fontFamily: font, fontSize: 13 },
  splitLine: { lineStyle: { color: colours.value.line } },
}));
const base = computed(() => ({
  animation: false,
  aria: { enabled: true },
  textStyle: { fontFamily: font, color: colours.value.ink },
  // Drawn too: as an element it would style itself by attributes, which the page is not allowed.
  tooltip: { confine: true, renderMode: 'richText', textStyle: { fontFamily: font } },
}));
const closed = computed(() => props.jobs.filter((job) => job.closedAt));
const minutes = (seconds: number): number => Math.round(seconds / 6) / 10;

const against = computed(() => {
  const most = Math.max(
    1,
    ...closed.value.map((job) => minutes(Math.max(job.workedSeconds, job.plannedSeconds))),
  );
  const end = Math.ceil(most / 5) * 5;
  return {
    ...base.value,
    grid: { left: 50, right: 16, top: 28, bottom: 44 },
    xAxis: {
      ...axis.value,
      type: 'value',
      name: 'planned, min',
      nameLocation: 'middle',
      nameGap: 28,
      max: end,
    },
    yAxis: { ...axis.value, type: 'value', name: 'worked, min', max: end },
    series: [
      {
        type: 'scatter',
        symbolSize: 12,
        itemStyle: { color: colours.value.copper },
        data: closed.value.map((job) => ({
          name: `${job.unitLabel} ${job.targets.join(', ')}`,
          value: [minutes(job.plannedSeconds), minutes(job.workedSeconds)],
        })),
      },
      {
        type: 'scatter',
        symbolSize: 3,
        silent: true,
        itemStyle: { color: colours.value.soft },
        data: Array.from({ length: 41 }, (_, i) => [(end * i) / 40, (end * i) / 40]),
      },
    ],
  };
});
const slow = computed(() => {
  const rows = slowestSteps(closed.value).slice(0, 7).reverse();
  return {
    ...base.value,
    grid: { left: 8, right: 50, top: 8, bottom: 8, containLabel: true },
    xAxis: { show: false, type: 'value' },
    yAxis: {
      ...axis.value,
      type: 'category',
      data: rows.map((row) => row.name),
      axisTick: { show: false },
      axisLabel: { ...axis.value.axisLabel, width: 190, overflow: 'truncate' },
    },
    series: [
      {
        type: 'bar',
        barWidth: 14,
        itemStyle: { color: colours.value.ink },
        label: {
          show: true,
          position: 'right',
          color: colours.value.ink,
          formatter: ({ value }: { value: number }) => clock(value),
        },
        data: rows.map((row) => Math.round(row.value)),
      },
    ],
  };
});
const trouble = computed(() => {
  const rows = screwTrouble(props.jobs).slice(0, 7).reverse();
  const series = (name: 'missing' | 'stripped' | 'lost', color: string) => ({
    type: 'bar',
    stack: 'all',
    name,
    barWidth: 14,
    itemStyle: { color, borderColor: colours.value.ink, borderWidth: 1 },
    // A bar of no length would still draw its outline.
    data: rows.map((row) => row[name] || null),
  });
  return {
    ...base.value,
    legend: { bottom: 0, textStyle: { color: colours.value.ink, fontFamily: font } },
    grid: { left: 8, right: 20, top: 8, bottom: 34, containLabel: true },
    xAxis: { ...axis.value, type: 'value', minInterval: 1 },
    yAxis: {
      ...axis.value,
      type: 'category',
      data: rows.map((row) => row.name),
      axisTick: { show: false },
      axisLabel: { ...axis.value.axisLabel, width: 210, overflow: 'truncate' },
    },
    series: [
      series('missing', 'transparent'),
      series('stripped', colours.value.copper),
      series('lost', colours.value.ink),
    ],
  };
});
</script>

<template>
  <div v-if="hasLetters" class="charts">
    <figure>
      <figcaption>Worked against planned; on the dotted line the estimate was right</figcaption>
      <v-chart class="chart" :option="against" autoresize />
    </figure>
    <figure>
      <figcaption>Slowest steps, mean, in minutes and seconds</figcaption>
      <v-chart class="chart" :option="slow" autoresize />
    </figure>
    <figure>
      <figcaption>Where screws are missing, strip or get lost</figcaption>
      <v-chart class="chart" :option="trouble" autoresize />
    </figure>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 10px 28px;
  margin-bottom: 18px;
}
figcaption {
  font: 600 16px/1.2 var(--label);
  color: var(--ink-soft);
}
.chart {
  height: 230px;
}
</style>
