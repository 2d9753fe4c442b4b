<script setup lang="ts">
import VueApexCharts from 'vue3-apexcharts';

/** How many hands each option has, as bars. The same is said in words for who does not see them. */
const props = defineProps<{ options: string[]; counts: number[]; leading: number[] }>();

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const theme = useColorMode();
const said = computed(() =>
  t('hands.chart', {
    said: props.options.map((option, i) => t('hands.chartPart', { option, count: props.counts[i] ?? 0 })).join('; '),
  }),
);
const shortened = (text: string) => (text.length > 34 ? `${text.slice(0, 33)}…` : text);
const settings = computed(() => {
  void theme.value;
  const ink = colour('--ink');
  return {
    chart: {
      type: 'bar',
      toolbar: { show: false },
      animations: { enabled: false },
      fontFamily: 'inherit',
      background: 'transparent',
    },
    plotOptions: { bar: { horizontal: true, distributed: true, barHeight: '62%', borderRadius: 2 } },
    colors: props.options.map((_, i) => colour(props.leading.includes(i + 1) ? '--green' : '--rule-strong')),
    dataLabels: { enabled: false },
    legend: { show: false },
    tooltip: { enabled: false },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    grid: { borderColor: colour('--rule'), xaxis: { lines: { show: true } }, yaxis: { lines: { show: false } } },
    xaxis: {
      categories: props.options.map(shortened),
      min: 0,
      max: Math.max(3, ...props.counts),
      tickAmount: Math.min(6, Math.max(3, ...props.counts)),
      labels: { style: { colors: ink }, formatter: (value: string) => String(Math.round(Number(value))) },
      axisTicks: { show: false },
      axisBorder: { show: false },
    },
    yaxis: { labels: { maxWidth: 240, style: { colors: ink, fontSize: '14px' } } },
  };
});
</script>

<template>
  <div role="img" :aria-label="said">
    <VueApexCharts
      aria-hidden="true"
      type="bar"
      :height="56 + options.length * 40"
      :options="settings"
      :series="[{ name: '', data: counts }]"
    />
  </div>
</template>
