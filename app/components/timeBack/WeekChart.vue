<script setup lang="ts">
import VueApexCharts from 'vue3-apexcharts';

/** Two numbers for each week as bars side by side. The same is said in words, and stands in a table below. */
const props = defineProps<{
  weeks: string[];
  series: { name: string; data: (number | null)[]; colour: '--green' | '--apricot' | '--rule-strong' }[];
  said: string;
}>();

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const theme = useColorMode();
const settings = computed(() => {
  void theme.store.value;
  const ink = colour('--ink');
  return {
    chart: {
      type: 'bar',
      toolbar: { show: false },
      animations: { enabled: false },
      fontFamily: 'inherit',
      background: 'transparent',
    },
    plotOptions: { bar: { columnWidth: '64%', borderRadius: 2 } },
    colors: props.series.map((one) => colour(one.colour)),
    dataLabels: { enabled: false },
    legend: { position: 'top', horizontalAlign: 'left', labels: { colors: ink }, markers: { strokeWidth: 0 } },
    tooltip: { enabled: false },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    grid: { borderColor: colour('--rule') },
    xaxis: {
      categories: props.weeks,
      labels: { style: { colors: ink }, rotate: -45, hideOverlappingLabels: true },
      axisTicks: { show: false },
      axisBorder: { show: false },
    },
    yaxis: {
      min: 0,
      forceNiceScale: true,
      labels: { style: { colors: ink }, formatter: (value: number) => String(Math.round(value)) },
    },
  };
});
const shown = computed(() => props.series.map(({ name, data }) => ({ name, data })));
</script>

<template>
  <div role="img" :aria-label="said">
    <VueApexCharts aria-hidden="true" type="bar" :height="240" :options="settings" :series="shown" />
  </div>
</template>
