import { DayInput } from '../../../shared/day-input';
import type { Sibling } from '@pentimento/core/design';
import type { PlugChoice } from '@pentimento/core/materials';
import { intakeFields, plugFields, type SectionPlan, type PlugIntake } from '@pentimento/core/plan';
import { weakestHeat } from '@pentimento/core/plug';
import { cells } from '../../../shared/cells';
import { ChoiceCell, Part, wordOptions } from '../../../shared/fields';

interface IntakeFormProps {
  readonly plan: SectionPlan;
  readonly plugChoices: readonly PlugChoice[];
  readonly intake: PlugIntake;
  readonly siblings: readonly Sibling[];
  readonly onEdit: (plan: SectionPlan) => void;
}

/** What is asked when a plug comes in. */
export function IntakeForm({ plan, plugChoices, intake, siblings, onEdit }: IntakeFormProps) {
  const { plug } = plan;
  const onChange = (next: PlugIntake): void => {
    onEdit({ ...plan, intake: next });
  };
  const cell = cells(intakeFields, intake, onChange);
  const twins: readonly (readonly [string, string])[] = [
    ['', 'not mirrored'],
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
        {cells(plugFields, plug, (next) => {
          onEdit({ ...plan, plug: next });
        })('thicknessMm', { label: 'Its thickness' })}
        {cell('back')}
        {cell('holes', { width: 'w-12' })}
        {cell('hardware', { width: 'w-56', placeholder: 'inserts, screws, magnets' })}
        {cell('accuracyMm')}
        {cell('finish')}
        <ChoiceCell
          label={intakeFields.use.label}
          value={intake.use}
          options={wordOptions(intakeFields.use.choices)}
          onChange={(use) => {
            onChange({ ...intake, use, heatedToC: use === 'heated' ? (intake.heatedToC ?? 60) : null });
          }}
        />
        {cell('heatedToC')}
        {cell('pullsExpected', { width: 'w-16' })}
        {cell('partThicknessMm')}
        {cell('hand')}
        <span>
          <span className="muted block text-sm">{intakeFields.wantedBy.label}</span>
          <DayInput
            label={intakeFields.wantedBy.label}
            value={intake.wantedBy ?? null}
            onChange={(wantedBy) => {
              onChange({ ...intake, wantedBy: wantedBy ?? undefined });
            }}
          />
        </span>
        {cell('mirrorOf', { width: 'max-w-64', options: twins })}
      </div>
    </Part>
  );
}
