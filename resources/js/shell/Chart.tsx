import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as register, type EChartsCoreOption } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, CanvasRenderer]);

/** Brings the plotter with it: pages take it by way of Plot. */
export default function Chart({ option, label }: { option: EChartsCoreOption; label: string }) {
    const host = useRef<HTMLDivElement>(null);
    useEffect(() => {
        if (host.current === null) {
            return;
        }
        const chart = init(host.current);
        chart.setOption(option);
        const watch = new ResizeObserver(() => chart.resize());
        watch.observe(host.current);
        return () => {
            watch.disconnect();
            chart.dispose();
        };
    }, [option]);
    return <div ref={host} className="plot" role="img" aria-label={label} />;
}
