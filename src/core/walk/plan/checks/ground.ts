import { isDug } from '../facts';
import { weatherOf } from '../weather';
import { usualLimits } from '../../weather-limit';
import { type Check, type Checked, look, passed, stop, stopUnlessLifted } from './check';

type Facts = Checked['facts'];

/** Whether the ground may be used as planned, and what may call the walk off. */
export function groundChecks(checked: Checked): Check[] {
  const { facts } = checked;
  return [
    ...permissionChecks(facts),
    ...ruleChecks(facts),
    ...patchChecks(facts),
    ...activityChecks(facts),
    ...weatherChecks(facts),
    ...kitChecks(checked)
  ];
}

function permissionChecks({ site, isoDate, taxa, stops }: Facts): Check[] {
  const gathered = taxa.filter(({ role }) => role === 'gather');
  const mend = { label: 'Record the permission', at: 'site' } as const;
  const inForce =
    site.permissionSince !== undefined &&
    site.permissionSince <= isoDate &&
    (site.permissionUntil === undefined || isoDate <= site.permissionUntil);
  const checks = [
    inForce && site.mayPick
      ? passed('permission', 'Permission', `Leave to pick is in force on ${isoDate}.`)
      : gathered.length > 0
        ? stopUnlessLifted(
            'permission',
            'Stop: no leave to pick',
            'No permission to pick is recorded for this date. Show, or ask the landowner.',
            mend
          )
        : look(
            'permission',
            'Look: no leave to pick',
            'Nothing is gathered, so this only matters if that changes.',
            { label: 'See the permission', at: 'site' }
          )
  ];
  const dug = gathered.filter(({ part }) => isDug(part));
  if (dug.length > 0)
    checks.push(
      inForce && site.mayDig
        ? passed('dig', 'Leave to dig', 'In force.')
        : stop(
            'dig',
            'Stop: no leave to dig',
            `${dug.map(({ name, part }) => `${name} ${part}`).join(', ')}: nothing is dug without it.`,
            mend
          )
    );
  if (stops.some(({ activity }) => activity?.fire))
    checks.push(
      inForce && site.mayFire
        ? passed('fire', 'Leave to make fire', 'In force.')
        : stopUnlessLifted('fire', 'Stop: no leave to make fire', 'An activity is planned over fire.', mend)
    );
  return checks;
}

function ruleChecks({ site, kind }: Facts): Check[] {
  const checks: Check[] = [];
  if (kind === 'class') return checks;
  if (!site.mayCharge)
    checks.push(
      look('fee', 'Look: teaching for a fee', 'No leave to teach for a fee is recorded for this site.', {
        label: 'See the permission',
        at: 'site'
      })
    );
  if (site.designation)
    checks.push(
      look('designation', 'Look: protected ground', `${site.designation}. Local law comes first.`, {
        label: 'See the site',
        at: 'site'
      })
    );
  if (site.localRules) checks.push(passed('rules', 'Local rules', site.localRules));
  checks.push(passed('law', 'The law in general', site.law));
  return checks;
}

/** Patches that are gone, closed, or too near to what contaminates. */
function patchChecks({ stops, taxa, kind }: Facts): Check[] {
  return stops.flatMap(({ id, name, patch }): Check[] => {
    if (!patch) return [];
    const mend = { label: `See ${patch.name}`, at: 'patch', id: patch.id } as const;
    const gathered = taxa.filter((taxon) => taxon.stopId === id && taxon.role === 'gather');
    if (patch.isGone)
      return [
        stopUnlessLifted(
          `gone ${id}`,
          `Stop: ${patch.name} is gone`,
          `The stop ${name} was planned for a patch that is not there any more.`,
          { label: 'Change the stop', at: 'plan', id }
        )
      ];
    if (gathered.length === 0) return [];
    const names = gathered.map((taxon) => taxon.name).join(', ');
    const checks: Check[] = [];
    if (patch.closed) checks.push(stop(`closed ${id}`, `Stop: ${patch.name} is closed`, patch.closed, mend));
    const [nearest] = patch.contamination;
    if (nearest)
      checks.push(
        stopUnlessLifted(
          `contamination ${id}`,
          `Stop: ${names} too near ${nearest.name ?? nearest.kind}`,
          `${nearest.isUpstream ? `${Math.round(nearest.metres)} m downstream of it` : `${Math.round(nearest.metres)} m away, ${nearest.buffer} m are kept`}: ${nearest.why}.`,
          mend
        )
      );
    else if (kind === 'walk')
      checks.push(
        passed(`contamination ${id}`, `Ground of ${patch.name}`, 'Nothing that contaminates is near.')
      );
    return checks;
  });
}

function activityChecks({ stops, group }: Facts): Check[] {
  const active = stops.flatMap(({ activity, name, id }) => (activity ? [{ ...activity, name, id }] : []));
  const blades = active.filter((one) => one.blades);
  const allergens = active.filter((one) => one.allergens);
  return [
    ...(blades.length > 0 && group.minors > 0
      ? [
          look(
            'blades',
            'Look: blades and children',
            `${blades.map(({ name }) => name).join(', ')}: one leader watches the blades alone.`
          )
        ]
      : []),
    ...allergens.map((one) =>
      look(`allergens ${one.id}`, `Look: allergens at ${one.name}`, `${one.allergens}. Ask each person.`, {
        label: 'See the group',
        at: 'group'
      })
    )
  ];
}

function weatherChecks(facts: Facts): Check[] {
  const needed = weatherOf(facts);
  if (needed.length === 0) return [];
  const open = needed.filter((kind) => !facts.weather.some((limit) => limit.kind === kind));
  return [
    open.length > 0
      ? look(
          'weather',
          'Look: who calls it off?',
          `No limit is set for ${open.join(', ')}. Usual: ${usualLimits[open[0]!]}.`,
          { label: 'Set limits and who decides', at: 'kit' }
        )
      : passed(
          'weather',
          'Weather limits',
          facts.weather.map(({ kind, decides }) => `${kind}: ${decides} decides`).join('; ')
        )
  ];
}

function kitChecks({ facts, kit }: Checked): Check[] {
  const struck = kit.filter(({ key, protects }) => protects && facts.kit.struck.includes(key));
  const toPack = kit.filter(({ key }) => !facts.kit.struck.includes(key) && !facts.kit.packed.includes(key));
  const mend = { label: 'See the kit', at: 'kit' } as const;
  const checks: Check[] = [
    ...struck.map((item) =>
      stopUnlessLifted(
        `kit ${item.key}`,
        `Stop: no ${lower(item.label)}`,
        `Struck off the kit, but: ${item.why}.`,
        mend
      )
    )
  ];
  if (facts.isoDate === facts.today && toPack.length > 0)
    checks.push(
      look(
        'packed',
        `Look: ${toPack.length} things to pack`,
        toPack.map(({ label }) => lower(label)).join('; '),
        mend
      )
    );
  else if (struck.length === 0)
    checks.push(
      passed('kit', 'Kit', `${kit.length + facts.kit.own.length} things, ${facts.kit.packed.length} packed.`)
    );
  return checks;
}

const lower = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);
