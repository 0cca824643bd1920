import { Button, Checkbox } from 'antd';
import { surfaceOf } from '@nobrel/core/fit';
import { stripPoints, stripPressures, stripWidthsMm } from '@nobrel/core/sheets';
import {
  choosePressure,
  contrastThrough,
  emptyStrip,
  gradeBy,
  mediumOf,
  paperOf,
  seenThrough,
  spreadMm,
  thinnestSeen,
  transferDecisionsSchema,
  viewerBy,
  waysToSee,
  type PressureStrip,
  type ThroughPaper,
} from '@nobrel/core/transfer';
import { DecisionGap } from '../../../bench/sentence/decision-gap.js';
import { ChoiceGap } from '../../../bench/sentence/gaps.js';
import { ToolInHand } from '../../../leaves/in-hand.js';
import { MapDrawing } from '../../../leaves/drawn/map-drawing.js';
import { SurfaceSheet } from '../../../leaves/drawn/surface-sheet.js';
import { useDecisions } from '../../../store/use-work.js';
import { useTransfer, useTransferMap } from '../use-transfer.js';
import { WallTool } from './wall-tool.js';
import * as leafCss from '../../../leaves/leaf/leaf.module.css';
import * as transferCss from '../transfer.module.css';
import * as css from './tools.module.css';
import * as sentenceCss from '../../../bench/sentence/sentence.module.css';

const seenWords = {
  seen: 'can be followed',
  barely: 'can only just be followed',
  not: 'cannot be seen',
} as const;

/** What will be seen: on the wall, or through the paper and by the pressure that shows and does not dent. */
export function SeenTool() {
  const { method } = useDecisions('transfer');
  return method === 'projector' || method === 'overhead-projector' ? (
    <WallTool method={method} />
  ) : (
    <PaperTool />
  );
}

function PaperTool() {
  const fit = useDecisions('fit');
  const map = useTransferMap();
  const { lineMm } = useDecisions('sheets');
  const { transfer, change } = useTransfer();
  const paper = usePaper();
  const table = { table: transferDecisionsSchema, values: transfer, onChange: change };
  return (
    <ToolInHand
      sentence={
        paper ? (
          <>
            Lit by <DecisionGap {...table} at="light" /> in a <DecisionGap {...table} at="room" /> room,
            through {paper.aboveGsm} g/m² above a drawing on <DecisionGap {...table} at="beneathGsm" />: lines
            of {lineMm} mm <strong>{seenWords[seenThrough(paper, lineMm)]}</strong>.
          </>
        ) : (
          <span>Light does not pass this surface; the strip for the pressure is beside.</span>
        )
      }
      {...(paper && map
        ? {
            left: {
              title: 'As it will be seen',
              content: (
                <>
                  <SurfaceSheet width={fit.widthMm} height={fit.heightMm} />
                  <filter id="through-paper">
                    <feGaussianBlur stdDeviation={spreadMm(paper.aboveGsm)} />
                  </filter>
                  <g filter="url(#through-paper)" opacity={contrastThrough(paper, lineMm)}>
                    <MapDrawing map={map} lineMm={lineMm} />
                  </g>
                </>
              ),
            },
          }
        : {})}
      right={{ panel: <StripPanel paper={paper} /> }}
    />
  );
}

/** The papers and the light as they are planned; null where no light passes. */
function usePaper(): ThroughPaper | null {
  return paperOf(useDecisions('fit'), useDecisions('transfer'));
}

function StripPanel({ paper }: { paper: ThroughPaper | null }) {
  return (
    <section className={leafCss.leaf} data-part="leaf" aria-label="What is seen">
      <header className={leafCss.leafHead}>
        <h2>By the test strip</h2>
      </header>
      <div
        className={transferCss.stepsList}
        tabIndex={0}
        role="region"
        aria-label="What the test strip showed"
      >
        <p>
          Print the test strip at Sheets, try it on a scrap of the same paper, and say here what it showed.
        </p>
        {paper && <LightStrip paper={paper} />}
        <PressureMarks />
      </div>
    </section>
  );
}

/** The lines of the strip as they will look, and which was the last that could be followed. */
function LightStrip({ paper }: { paper: ThroughPaper }) {
  const { transfer, change } = useTransfer();
  const thinnest = thinnestSeen(paper);
  const calibrated = transfer.viewer !== 1;
  const ways = waysToSee(paper);
  const options = [
    ...stripWidthsMm.map((mm) => ({ value: String(mm), label: `${mm} mm` })),
    { value: 'none', label: 'none of them' },
  ];
  return (
    <>
      <h3>Through the paper</h3>
      <svg
        className={css.stripSeen}
        viewBox="0 0 116 42"
        role="img"
        aria-label="The lines of the strip as they will look"
      >
        <filter id="strip-through" filterUnits="userSpaceOnUse" x={0} y={0} width={100} height={42}>
          <feGaussianBlur stdDeviation={`0 ${spreadMm(paper.aboveGsm)}`} />
        </filter>
        {stripWidthsMm.map((mm, k) => (
          <g key={mm}>
            <line
              x1={2}
              x2={60}
              y1={3 + 4 * k}
              y2={3 + 4 * k}
              strokeWidth={mm}
              opacity={contrastThrough(paper, mm)}
              filter="url(#strip-through)"
            />
            <text x={63} y={4.2 + 4 * k} fontSize={3}>
              {mm} mm {seenWords[seenThrough(paper, mm)]}
            </text>
          </g>
        ))}
      </svg>
      <p>
        {thinnest === null
          ? 'No line of the strip can be followed with ease like this.'
          : `Lines from ${thinnest} mm on can be followed with ease.`}{' '}
        {calibrated ? 'By your own strip.' : 'An estimate, until your own strip has spoken.'}
      </p>
      <div className={sentenceCss.words}>
        The thinnest line I could follow on the strip was{' '}
        <ChoiceGap
          label="Thinnest line followed"
          value={calibrated ? (thinnest === null ? 'none' : String(thinnest)) : ''}
          options={calibrated ? options : [{ value: '', label: 'not tried yet' }, ...options]}
          onChange={(value) => {
            if (value !== '') change({ viewer: viewerBy(paper, value === 'none' ? null : Number(value)) });
          }}
        />
        .{' '}
        {calibrated && (
          <Button size="small" onClick={() => change({ viewer: 1 })}>
            Forget the strip
          </Button>
        )}
      </div>
      {ways.length > 0 && (
        <>
          <p>More would be seen:</p>
          <ul>
            {ways.map(({ says, thinnestMm }) => (
              <li key={says}>
                {says} Then from {thinnestMm} mm on.
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

const answers = ['shows', 'dents', 'underWash'] as const;
const answerWords = { shows: 'shows', dents: 'dents', underWash: 'shows under a wash' } as const;

/** Which marks of the strip showed, dented, and showed under a wash; and what to use by that. */
function PressureMarks() {
  const { transfer, change } = useTransfer();
  const fit = useDecisions('fit');
  const strip = transfer.strip ?? emptyStrip();
  const medium = mediumOf(transfer.medium, surfaceOf(fit));
  const washed = medium === 'pale-washes' || medium === 'deep-washes';
  const chosen = transfer.strip && choosePressure(transfer.strip, washed);
  const withGrade = transfer.method === 'rubbed-backing' || transfer.method === 'mirrored-tracing';
  const set = (point: number, pressure: number, fields: Partial<PressureStrip[number][number]>) =>
    change({
      strip: strip.map((marks, p) =>
        marks.map((mark, k) => (p === point && k === pressure ? { ...mark, ...fields } : mark)),
      ),
    });
  return (
    <>
      <h3>Pressure</h3>
      {withGrade && (
        <div className={sentenceCss.words}>
          Tried with a pencil of{' '}
          <DecisionGap table={transferDecisionsSchema} values={transfer} onChange={change} at="grade" />
        </div>
      )}
      {chosen && (
        <p role="status">
          <strong>
            {chosen.says} {withGrade && gradeBy(transfer.grade, chosen)}
          </strong>
        </p>
      )}
      {stripPoints.map((point, p) => (
        <table key={point} className={css.compared}>
          <thead>
            <tr>
              <th scope="col">{point}</th>
              {answers.map((answer) => (
                <th key={answer} scope="col">
                  {answerWords[answer]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {stripPressures.map((pressure, k) => (
              <tr key={pressure}>
                <th scope="row">
                  {k + 1} {pressure}
                </th>
                {answers.map((answer) => (
                  <td key={answer}>
                    <Checkbox
                      aria-label={`${point}, ${pressure}: ${answerWords[answer]}`}
                      checked={strip[p]?.[k]?.[answer] ?? false}
                      onChange={(event) => set(p, k, { [answer]: event.target.checked })}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      {transfer.strip && (
        <Button size="small" onClick={() => change({ strip: null })}>
          Forget these
        </Button>
      )}
    </>
  );
}
