import { ArrowRightOutlined, CheckOutlined, HistoryOutlined, RedoOutlined, UndoOutlined } from '@ant-design/icons';
import { Button, Popover, Tooltip } from 'antd';
import dayjs from 'dayjs';
import { useEffect, useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { OPERATION_WORDS, STAGE_NAMES, STAGES, type Stage } from '../../core/document/index.ts';
import { litHousings } from '../../core/place/index.ts';
import type { Severity } from '../../core/rules/index.ts';
import { formatLength } from '../../core/units/index.ts';
import { useApp } from '../app/store.ts';
import { SeverityMark } from '../ui/SeverityMark.tsx';
import { useFindingsOpen } from './findings/useFindingsOpen.ts';
import { History } from './History.tsx';
import { SaveState } from './SaveState.tsx';
import { useTakeBack } from './useTakeBack.ts';
import { useUnit } from './useUnit.ts';

export function UnitHeader({ stage }: { stage: Stage }) {
  const { build, body, overview, preferences, mayEdit } = useUnit();
  const open = useApp((state) => state.unit.open)!;
  const lastNews = useApp((state) => state.unit.lastNews);
  const takeBack = useTakeBack();
  const list = useFindingsOpen();
  const navigate = useNavigate();
  const next = STAGES[STAGES.indexOf(stage) + 1];
  const size = (mm: number) => formatLength(mm, preferences.length).replace(/ (mm|in)$/, '');
  const countOf = (severity: Severity) =>
    overview?.findings.filter((each) => each.severity === severity && !each.standing).length ?? 0;
  const [stops, cautions, notes] = [countOf('stop'), countOf('caution'), countOf('note')];
  const undoWords = open.undo.at(-1)?.what;
  const redoWords = open.redo.at(-1)?.what;

  const track = useRef<HTMLElement>(null);
  // On a phone the stages are wider than the screen: the one that is open stands in the middle of it.
  useEffect(() => {
    const strip = track.current;
    const current = strip?.querySelector<HTMLElement>(`[href*="/${stage}"]`);
    if (strip && current)
      strip.scrollLeft = current.offsetLeft - strip.offsetLeft - (strip.clientWidth - current.clientWidth) / 2;
  }, [stage]);

  const lampCount = litHousings(build).length;
  return (
    <>
      <div className="unit-header">
        <span className="plate">{build.unit.tag}</span>
        <div className="unit-name">
          <h1>{build.unit.name}</h1>
          <span className="muted">
            <span className="mono">
              {size(body.lengthMm)} × {size(body.widthMm)} × {size(body.heightMm)} {preferences.length}
            </span>
            <i />
            {lampCount} {lampCount === 1 ? 'lamp' : 'lamps'}
            <i />
            {build.electrics.systemVoltageV} V
          </span>
        </div>
        <div className="unit-state">
          <Popover trigger="click" placement="bottomLeft" content={<History />} title="What was done">
            <button type="button" className="quiet">
              <HistoryOutlined aria-hidden /> Revision {open.revision}
            </button>
          </Popover>
          <Tooltip title="All findings of the unit (F)">
            <button type="button" className="header-findings" aria-expanded={list.isOpen} onClick={list.toggle}>
              <span className="visually-hidden">Findings: </span>
              {!overview && <span className="muted">Findings …</span>}
              {stops > 0 && <SeverityMark severity="stop" count={stops} />}
              {cautions > 0 && <SeverityMark severity="caution" count={cautions} />}
              {notes > 0 && stops + cautions === 0 && <SeverityMark severity="note" count={notes} />}
              {overview && stops + cautions + notes === 0 && (
                <span className="state ok">
                  <CheckOutlined aria-hidden /> No findings
                </span>
              )}
            </button>
          </Tooltip>
          <SaveState />
          {lastNews && (
            <span className="muted news">
              {lastNews.by.split(' ')[0]} changed something {dayjs(lastNews.at).format('HH:mm')}
            </span>
          )}
        </div>
        <div className="unit-actions">
          {mayEdit && (
            <>
              <Tooltip title={undoWords ? `Undo: ${OPERATION_WORDS[undoWords]} (Ctrl Z)` : 'Nothing to undo'}>
                <Button
                  aria-label="Undo"
                  icon={<UndoOutlined />}
                  disabled={!undoWords}
                  onClick={() => takeBack('undo')}
                />
              </Tooltip>
              <Tooltip title={redoWords ? `Redo: ${OPERATION_WORDS[redoWords]} (Ctrl Shift Z)` : 'Nothing to redo'}>
                <Button
                  aria-label="Redo"
                  icon={<RedoOutlined />}
                  disabled={!redoWords}
                  onClick={() => takeBack('redo')}
                />
              </Tooltip>
            </>
          )}
          {next && (
            <Button type="primary" onClick={() => navigate(`/unit/${open.id}/${next}${list.search}`)}>
              Next: {STAGE_NAMES[next]} <ArrowRightOutlined aria-hidden />
            </Button>
          )}
        </div>
      </div>
      <nav className="unit-track" aria-label="Stages" ref={track}>
        {STAGES.map((each) => {
          const progress = overview?.progress.find((item) => item.stage === each);
          const share = progress?.share ?? 0;
          return (
            <Link
              key={each}
              to={`/unit/${open.id}/${each}${list.search}`}
              className={each === stage ? 'now' : ''}
              aria-current={each === stage ? 'page' : undefined}
            >
              <i>
                <i style={{ width: `${share * 100}%` }} />
              </i>
              <span>
                {share === 1 && <CheckOutlined aria-label="done" className="tick" />}
                <b>{STAGE_NAMES[each]}</b>
                <small>{progress?.words}</small>
              </span>
            </Link>
          );
        })}
      </nav>
    </>
  );
}
