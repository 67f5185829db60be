<script lang="ts">
  import { nameWithin } from '$core/knowledge';
  import type { Feedback } from '$core/learning';

  interface Props {
    truth: NonNullable<Feedback['truth']>;
  }
  let { truth }: Props = $props();
</script>

<!-- An aggregate's name ends in a point already. -->
{truth.lead} <strong>{nameWithin(truth.name)}</strong>, <i>{truth.scientific}</i>{truth.scientific.endsWith(
  '.'
)
  ? ''
  : '.'}
