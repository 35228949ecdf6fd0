import { plugChoices } from '@pentimento/core/materials';
import { planFromTemplate, planOf, plugFields, rangeOf, sectionPlanFields, stackTemplates } from '@pentimento/core/plan';
import { useState } from 'react';
import { useForm, type UseFormReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useCreateBuildMutation } from '../../api/api';
import { problemOf } from '../../api/problem';
import { Dialog } from '../../shared/dialog';
import { useUnits } from '../../shared/use-units';
import { comingMonday } from '../../shared/dates';
import { newId } from '../../shared/new-id';

interface NewBuildForm {
  name: string;
  part: string;
  startDate: string;
  area: number;
  materialId: string;
  thickness: number;
  heatLimit: number;
  templateId: string;
}

const STEPS = ['The part', 'The plug', 'The stack'] as const;
const FIELDS: readonly (readonly (keyof NewBuildForm)[])[] = [
  ['name', 'part', 'startDate', 'area'],
  ['materialId', 'thickness', 'heatLimit'],
  ['templateId'],
];

/** A new build in three steps: part, plug, and a school's stack or nothing. */
export function NewBuild({ onClose }: { onClose: () => void }) {
  const units = useUnits();
  const [step, setStep] = useState(0);
  const [id] = useState(() => newId());
  const [create, { error, isLoading }] = useCreateBuildMutation();
  const navigate = useNavigate();
  const form = useForm<NewBuildForm>({
    mode: 'onBlur',
    defaultValues: {
      name: '',
      part: '',
      startDate: comingMonday(),
      area: Number(units.show('area', 1).toFixed(1)),
      materialId: 'mdf',
      thickness: Number(units.show('thickness', 18).toFixed(units.digits('thickness'))),
      heatLimit: Math.round(units.show('temperature', 60)),
      templateId: 'staged',
    },
  });
  const last = step === STEPS.length - 1;
  const submit = async (values: NewBuildForm): Promise<void> => {
    const view = planFromTemplate(values.templateId === 'none' ? null : values.templateId, {
      startDate: values.startDate,
      areaM2: units.store('area', values.area),
      plug: {
        materialId: values.materialId,
        thicknessMm: units.store('thickness', values.thickness),
        heatLimitC: units.store('temperature', values.heatLimit),
      },
    });
    const result = await create({ id, name: values.name.trim(), part: values.part.trim(), note: 'First plan', plan: planOf(view) });
    if (result.data) void navigate(`/builds/${result.data.id}`);
  };
  const advance = async (): Promise<void> => {
    if (!(await form.trigger([...FIELDS[step]]))) return;
    if (last) await form.handleSubmit(submit)();
    else setStep(step + 1);
  };
  return (
    <Dialog title="New build" onClose={onClose} wide>
      <ol className="mb-4 flex gap-5 text-sm">
        {STEPS.map((name, i) => (
          <li key={name} aria-current={i === step ? 'step' : undefined} className={i === step ? 'border-b-2 font-semibold' : 'muted'}>
            <span className="num">{i + 1}</span> {name}
          </li>
        ))}
      </ol>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void advance();
        }}
      >
        {step === 0 && <PartStep form={form} />}
        {step === 1 && <PlugStep form={form} />}
        {step === 2 && <StackStep form={form} />}
        {error && (
          <p role="alert" className="text-error mt-3">
            {problemOf(error).detail}
          </p>
        )}
        <div className="mt-5 flex gap-2">
          {step > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setStep(step - 1);
              }}
            >
              Back
            </button>
          )}
          <button className="btn btn-primary" disabled={isLoading}>
            {last ? 'Start the plan' : 'Next'}
          </button>
          <button type="button" className="btn btn-ghost" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}

type StepProps = { readonly form: UseFormReturn<NewBuildForm> };

function Problem({ text }: { text: string | undefined }) {
  return text ? (
    <span role="alert" className="text-error block text-sm">
      {text}
    </span>
  ) : null;
}

function PartStep({ form: { register, formState } }: StepProps) {
  const units = useUnits();
  const { errors } = formState;
  const [min, max] = [rangeOf(sectionPlanFields.areaM2).min, rangeOf(sectionPlanFields.areaM2).max].map((v) => units.show('area', v));
  const area = `Between ${min.toFixed(2)} and ${max.toFixed(0)} ${units.unit('area')}.`;
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <label>
        <span className="text-sm">Name of the build</span>
        <input
          autoFocus
          className="input w-full"
          maxLength={120}
          placeholder="Slide chute, section B"
          {...register('name', { validate: (v) => v.trim() !== '' || 'Give it a name the shop will know.' })}
        />
        <Problem text={errors.name?.message} />
      </label>
      <label>
        <span className="text-sm">Part it will make</span>
        <input
          className="input w-full"
          maxLength={120}
          placeholder="Slide chute"
          {...register('part', { validate: (v) => v.trim() !== '' || 'Say which part.' })}
        />
        <Problem text={errors.part?.message} />
      </label>
      <label>
        <span className="text-sm">Day 1</span>
        <input type="date" className="input w-full" {...register('startDate', { required: 'Choose the first day.' })} />
        <Problem text={errors.startDate?.message} />
      </label>
      <label>
        <span className="text-sm">Area with flanges, {units.unit('area')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('area', { valueAsNumber: true, validate: (v) => (v >= min && v <= max) || area })}
        />
        <Problem text={errors.area?.message} />
      </label>
    </div>
  );
}

function PlugStep({ form: { register, formState, setValue } }: StepProps) {
  const units = useUnits();
  const { errors } = formState;
  const between = (quantity: 'thickness' | 'temperature', range: { min: number; max: number }) => (value: number) => {
    const [min, max] = [units.show(quantity, range.min), units.show(quantity, range.max)];
    return (value >= min && value <= max) || `Between ${min.toFixed(units.digits(quantity))} and ${max.toFixed(0)} ${units.unit(quantity)}.`;
  };
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <label>
        <span className="text-sm">Plug</span>
        <select
          autoFocus
          className="select w-full"
          {...register('materialId', {
            onChange: (event: { target: { value: string } }) => {
              const choice = plugChoices.find(({ id }) => id === event.target.value);
              if (choice) setValue('heatLimit', Math.round(units.show('temperature', choice.heatLimitC)));
            },
          })}
        >
          {plugChoices.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="text-sm">Thickness, {units.unit('thickness')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('thickness', { valueAsNumber: true, validate: between('thickness', rangeOf(plugFields.thicknessMm)) })}
        />
        <Problem text={errors.thickness?.message} />
      </label>
      <label>
        <span className="text-sm">Its face stands, {units.unit('temperature')}</span>
        <input
          type="number"
          step="any"
          className="input num w-full"
          {...register('heatLimit', { valueAsNumber: true, validate: between('temperature', rangeOf(plugFields.heatLimitC)) })}
        />
        <Problem text={errors.heatLimit?.message} />
      </label>
      <p className="muted text-sm sm:col-span-3">
        The weakest thing under the gel coat counts: filler, lacquer, fillet wax, tape. The limit offered is typical for the material alone (assumed).
      </p>
    </div>
  );
}

function StackStep({ form: { register } }: StepProps) {
  return (
    <fieldset className="grid gap-2">
      <legend className="text-sm">Start from a school’s stack, or from nothing</legend>
      {[...stackTemplates, { id: 'none', name: 'From nothing', summary: 'An empty stack: you add each session.' }].map(({ id, name, summary }) => (
        <label key={id} className="hairline has-checked:bg-base-200 has-checked:border-primary flex cursor-pointer gap-3 border p-3">
          <input type="radio" className="radio radio-sm mt-0.5" value={id} {...register('templateId')} />
          <span>
            <span className="font-semibold">{name}</span>
            <span className="muted block text-sm">{summary}</span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}
