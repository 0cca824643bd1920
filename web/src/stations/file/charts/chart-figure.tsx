import { useId, type ReactNode } from 'react';
import * as css from './charts.module.css';

type ChartFigureProps = {
  title: string;
  /** What it comes to, in words. */
  says: ReactNode;
  /** The figures themselves: the names of the columns, and a row for each thing. */
  columns: readonly string[];
  rows: readonly (readonly string[])[];
  children: ReactNode;
};

/** A chart with what it comes to, and its figures for whoever would rather read them. */
export function ChartFigure({ title, says, columns, rows, children }: ChartFigureProps) {
  const id = useId();
  return (
    <section className={css.chartFigure} aria-labelledby={id}>
      <h2 id={id}>{title}</h2>
      <p>{says}</p>
      <div className={css.chartFrame}>{children}</div>
      <details>
        <summary>The figures</summary>
        <table>
          <thead>
            <tr>
              {columns.map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, k) => (
              <tr key={k}>
                {row.map((cell, i) => (
                  <td key={i}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
