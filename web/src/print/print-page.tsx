import { Button } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useWork } from '../store/hooks.js';

type PrintPageProps = {
  title: string;
  /** Where one came from. */
  back: string;
  /** Choices that stay off the paper. */
  choices?: ReactNode;
  children: ReactNode;
};

/** A page as it prints: what stands in the bar above it stays off the paper. */
export function PrintPage({ title, back, choices, children }: PrintPageProps) {
  const { id, decisions } = useWork();
  return (
    <article className="print-page">
      <div className="print-bar">
        <Button type="primary" onClick={() => window.print()}>
          Print this page
        </Button>{' '}
        <Link to={`/works/${id}/${back}`}>Back to the work</Link> {choices}
      </div>
      <header>
        <h1>{decisions.title}</h1>
        <p>{title}</p>
      </header>
      {children}
    </article>
  );
}
