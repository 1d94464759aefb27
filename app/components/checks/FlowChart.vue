<script setup lang="ts">
import { BarChart } from 'echarts/charts'
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components'
import { init, use, type EChartsType } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useResizeObserver } from '@vueuse/core'

/** Bars for a few names, one colour for each series; the table beside it says the same in numbers. */
const props = defineProps<{
  label: string
  unit: string
  names: string[]
  series: { name: string; values: (number | null)[] }[]
}>()
use([AriaComponent, BarChart, GridComponent, LegendComponent, SVGRenderer, TooltipComponent])
const frame = ref<HTMLElement>()
let chart: EChartsType | undefined

function draw() {
  const style = getComputedStyle(document.documentElement)
  const colour = (name: string) => style.getPropertyValue(`--color-${name}`).trim()
  const text = { color: colour('soft'), fontFamily: 'Figtree', fontSize: 12 }
  chart?.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: props.label } },
      color: [colour('kelp-fill'), colour('lamp-fill')],
      grid: { left: 8, right: 24, top: 32, bottom: 8, containLabel: true },
      legend: { left: 0, top: 0, itemWidth: 12, itemHeight: 12, textStyle: text },
      tooltip: { valueFormatter: (value: unknown) => (typeof value === 'number' ? `${value} ${props.unit}` : '–') },
      xAxis: {
        type: 'value',
        name: '',
        axisLabel: { ...text, formatter: `{value} ${props.unit}` },
        splitLine: { lineStyle: { color: colour('line') } },
      },
      yAxis: {
        type: 'category',
        data: props.names,
        inverse: true,
        axisLabel: text,
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colour('edge') } },
      },
      series: props.series.map(({ name, values }) => ({ type: 'bar', name, data: values, barMaxWidth: 14 })),
    },
    true,
  )
}
onMounted(() => {
  chart = init(frame.value!, undefined, { renderer: 'svg' })
  draw()
})
watch(() => [props.names, props.series], draw)
useResizeObserver(frame, () => chart?.resize())
// The tokens have other values in the other scheme.
const scheme = new MutationObserver(draw)
onMounted(() => scheme.observe(document.documentElement, { attributes: true, attributeFilter: ['data-scheme'] }))
onBeforeUnmount(() => {
  scheme.disconnect()
  chart?.dispose()
})
</script>

<template>
  <div ref="frame" role="img" :aria-label="label" />
</template>
