import type { Sibling } from '@pentimento/core/design';
import type { PlugChoice } from '@pentimento/core/materials';
import {
  backStates,
  hands,
  intakeRanges,
  moldUses,
  planRanges,
  wantedFinishes,
  type PlanDocument,
  type PlugIntake,
  type WantedFinish,
} from '@pentimento/core/plan';
import { weakestHeat } from '@pentimento/core/plug';
import { CountCell } from '../../../shared/count-cell';
import { ChoiceCell, Part, TextCell, wordOptions } from '../../../shared/fields';
import { UnitCell } from '../../../shared/unit-cell';

const FINISHES: readonly (readonly [WantedFinish, string])[] = [
  ['satin', `satin, grit ${String(wantedFinishes.satin.grit)}`],
  ['gloss', 'gloss, compounds'],
  ['show', 'show finish'],
];

interface IntakeFormProps {
  readonly plan: PlanDocument;
  readonly plugChoices: readonly PlugChoice[];
  readonly intake: PlugIntake;
  readonly siblings: readonly Sibling[];
  readonly onEdit: (plan: PlanDocument) => void;
}

/** What is asked when a plug comes in. */
export function IntakeForm({ plan, plugChoices, intake, siblings, onEdit }: IntakeFormProps) {
  const { plug } = plan;
  const onChange = (next: PlugIntake): void => {
    onEdit({ ...plan, intake: next });
  };
  const change = (part: Partial<PlugIntake>): void => {
    onChange({ ...intake, ...part });
  };
  const twins: readonly (readonly [string, string])[] = [
    ['', 'of nothing'],
    ...siblings.map(({ name }) => [name, name] as const),
    ...(intake.mirrorOf !== '' && !siblings.some(({ name }) => name === intake.mirrorOf) ? [[intake.mirrorOf, intake.mirrorOf] as const] : []),
  ];
  return (
    <Part title="What came in">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-2 text-sm">
        <ChoiceCell
          label="Made of"
          value={plug.materialId}
          options={plugChoices.map(({ id, name }) => [id, name] as const)}
          width="max-w-52"
          onChange={(materialId) => {
            const limit = weakestHeat(plug.surfaces ?? [])?.heatLimitC ?? plugChoices.find(({ id }) => id === materialId)?.heatLimitC;
            onEdit({ ...plan, plug: { ...plug, materialId, heatLimitC: limit ?? plug.heatLimitC } });
          }}
        />
        <UnitCell
          label="Its thickness"
          quantity="thickness"
          value={plug.thicknessMm}
          range={planRanges.plugThicknessMm}
          onChange={(thicknessMm) => {
            onEdit({ ...plan, plug: { ...plug, thicknessMm } });
          }}
        />
        <ChoiceCell
          label="Back of the plug"
          value={intake.back}
          options={wordOptions(backStates)}
          onChange={(back) => {
            change({ back });
          }}
        />
        <CountCell
          showLabel
          label="Holes and gaps"
          value={intake.holes}
          range={intakeRanges.holes}
          onChange={(holes) => {
            change({ holes });
          }}
        />
        <TextCell
          label="Hardware to mask"
          value={intake.hardware}
          maxLength={200}
          width="w-56"
          placeholder="inserts, screws, magnets"
          onChange={(hardware) => {
            change({ hardware });
          }}
        />
        <UnitCell
          label="Customer allows, ±"
          quantity="thickness"
          value={intake.accuracyMm}
          range={intakeRanges.accuracyMm}
          digits={2}
          onChange={(accuracyMm) => {
            change({ accuracyMm });
          }}
        />
        <ChoiceCell
          label="Finish wanted"
          value={intake.finish}
          options={FINISHES}
          onChange={(finish) => {
            change({ finish });
          }}
        />
        <ChoiceCell
          label="Parts will be made"
          value={intake.use}
          options={wordOptions(moldUses)}
          onChange={(use) => {
            change({ use, heatedToC: use === 'heated' ? (intake.heatedToC ?? 60) : null });
          }}
        />
        {intake.heatedToC !== null && (
          <UnitCell
            label="Heated to"
            quantity="temperature"
            value={intake.heatedToC}
            range={intakeRanges.heatedToC}
            onChange={(heatedToC) => {
              change({ heatedToC });
            }}
          />
        )}
        <CountCell
          showLabel
          label="Pulls expected"
          value={intake.pullsExpected}
          range={intakeRanges.pullsExpected}
          width="w-16"
          onChange={(pullsExpected) => {
            change({ pullsExpected });
          }}
        />
        <UnitCell
          label="Part thickness"
          quantity="thickness"
          value={intake.partThicknessMm}
          range={intakeRanges.partThicknessMm}
          onChange={(partThicknessMm) => {
            change({ partThicknessMm });
          }}
        />
        <ChoiceCell
          label="Hand"
          value={intake.hand}
          options={wordOptions(hands)}
          onChange={(hand) => {
            change({ hand });
          }}
        />
        <ChoiceCell
          label="Mirror"
          value={intake.mirrorOf}
          options={twins}
          width="max-w-64"
          onChange={(mirrorOf) => {
            change({ mirrorOf });
          }}
        />
      </div>
    </Part>
  );
}
