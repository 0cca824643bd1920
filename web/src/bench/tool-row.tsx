import { Segmented } from 'antd';
import { useCallback, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { InToolSlot } from './tool-slot.js';
import { useKey } from './use-key.js';

/** True while a list, a panel or a question is open that Escape closes first. */
const somethingOpen = () => document.querySelector('[aria-expanded="true"], [role="dialog"]') !== null;

/**
 * The tool in hand at a station, kept in the address so that a reload and the back button keep it. Escape
 * puts it down.
 *
 * @param tools the first is no tool at all
 */
export function useTool<T extends string>(tools: readonly [T, ...T[]]): [T, (tool: T) => void] {
  const [params, setParams] = useSearchParams();
  const [none] = tools;
  const named = params.get('at');
  const tool = tools.find((name) => name === named) ?? none;
  const take = useCallback((next: T) => setParams(next === none ? {} : { at: next }), [setParams, none]);
  useKey('putDown', () => take(none), { active: tool !== none, unless: somethingOpen });
  return [tool, take];
}

type ToolRowProps<T extends string> = {
  label: string;
  tools: readonly { value: T; label: string }[];
  tool: T;
  onTool: (tool: T) => void;
  /** The decisions that belong to the tool in hand. */
  children?: ReactNode;
};

/** What can be taken in hand at a station, and the decisions of what is. */
export function ToolRow<T extends string>({ label, tools, tool, onTool, children }: ToolRowProps<T>) {
  return (
    <div className="tool-row">
      <Segmented<T>
        aria-label={label}
        size="small"
        options={tools.map((option) => ({ ...option }))}
        value={tool}
        onChange={onTool}
      />
      {children && (
        <InToolSlot>
          <div className="sentence tool-sentence" role="group" aria-label="Decisions of the tool">
            <p>{children}</p>
          </div>
        </InToolSlot>
      )}
    </div>
  );
}
