import { Segmented } from 'antd';
import { lazy, memo, Suspense, useCallback, useEffect, type ComponentType } from 'react';
import { useSearchParams } from 'react-router';
import { useInHand } from '../leaves/in-hand.js';
import { InToolSlot } from './margin/tool-slot.js';
import { useKey } from './keys/use-key.js';
import { clsx } from 'clsx';
import * as css from './bench.module.css';
import * as sentenceCss from './sentence/sentence.module.css';

/** What can be taken in hand at a station. */
export type Tool<Id extends string> = {
  id: Id;
  label: string;
  /** Rendered while it is in hand and not otherwise, so that its state and its keys live as long. */
  Tool?: ComponentType;
  /** Fetches it ahead, so that it is there when it is taken. */
  fetch?: () => void;
};

/**
 * A tool whose code is loaded apart from its station's.
 *
 * @param load gives the component, which renders a ToolInHand
 */
export function lazyTool<Id extends string>(
  id: Id,
  label: string,
  load: () => Promise<ComponentType>,
): Tool<Id> {
  return {
    id,
    label,
    // What shows the tool is drawn apart from it; it need not be drawn again with its station.
    Tool: lazy(async () => ({ default: memo(await load()) })),
    // A failure is met when the tool is taken.
    fetch: () => void load().catch(() => undefined),
  };
}

/** True while a list, a panel or a question is open that Escape closes first. */
const somethingOpen = () => document.querySelector('[aria-expanded="true"], [role="dialog"]') !== null;

/**
 * The tool in hand at a station, kept in the address so that a reload and the back button keep it. Escape
 * puts it down.
 *
 * @param tools the first is what is in hand when no other is
 */
export function useTool<Id extends string>(
  tools: readonly [Tool<Id>, ...Tool<Id>[]],
): [Id, (tool: Id) => void] {
  const [params, setParams] = useSearchParams();
  const none = tools[0].id;
  const named = params.get('at');
  const tool = tools.find(({ id }) => id === named)?.id ?? none;
  const take = useCallback(
    (next: Id) =>
      setParams((now) => {
        // What else the address says, such as the round that is shown, stays.
        const params = new URLSearchParams(now);
        if (next === none) params.delete('at');
        else params.set('at', next);
        return params;
      }),
    [setParams, none],
  );
  useKey('putDown', () => take(none), { active: tool !== none, unless: somethingOpen });
  return [tool, take];
}

type ToolRowProps<Id extends string> = {
  tools: readonly Tool<Id>[];
  tool: Id;
  onTool: (tool: Id) => void;
};

/** What can be taken in hand at a station, and the tool that is. */
export function ToolRow<Id extends string>({ tools, tool, onTool }: ToolRowProps<Id>) {
  useEffect(() => tools.forEach(({ fetch }) => fetch?.()), [tools]);
  const Taken = tools.find(({ id }) => id === tool)?.Tool;
  return (
    <div className={css.toolRow} data-part="tool-row">
      <Segmented<Id>
        aria-label="Tools"
        size="small"
        options={tools.map(({ id, label }) => ({ value: id, label }))}
        value={tool}
        onChange={onTool}
      />
      {Taken && (
        <Suspense>
          <Taken />
        </Suspense>
      )}
      <ToolSentence />
    </div>
  );
}

/** The decisions of the tool in hand. */
function ToolSentence() {
  const { sentence } = useInHand();
  return (
    sentence && (
      <InToolSlot>
        <div
          className={clsx(sentenceCss.sentence, sentenceCss.toolSentence)}
          role="group"
          aria-label="Decisions of the tool"
        >
          <div className={sentenceCss.sentenceWords}>{sentence}</div>
        </div>
      </InToolSlot>
    )
  );
}
