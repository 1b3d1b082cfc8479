// A chart: ApexCharts, drawn when the page has it. Wrapped here once, with what every chart of ours shares.
import { useEffect, useRef } from 'react';
import ApexCharts, { type ApexOptions } from 'apexcharts';

const Chart = ({ options, label }: { options: ApexOptions; label: string }) => {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<ApexCharts | null>(null);
  const drawn = JSON.stringify(options, (_, value: unknown) => (typeof value === 'function' ? undefined : value));
  useEffect(() => {
    if (place.current === null) return undefined;
    const made = new ApexCharts(place.current, options);
    chart.current = made;
    void made.render();
    return () => {
      made.destroy();
      chart.current = null;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- made once; later options go to updateOptions
  }, []);
  useEffect(() => {
    void chart.current?.updateOptions(options, false, false);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- named by what is drawn
  }, [drawn]);
  return <div ref={place} role="img" aria-label={label} />;
};

export default Chart;
