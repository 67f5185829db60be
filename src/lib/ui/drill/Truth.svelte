<script lang="ts">
  import type { Feedback } from '$core/learning';

  interface Props {
    truth: NonNullable<Feedback['truth']>;
  }
  let { truth }: Props = $props();
</script>

<!-- An aggregate's name ends in a point already. -->
{truth.lead} <strong>{truth.name.toLowerCase()}</strong>, <i>{truth.scientific}</i>{truth.scientific.endsWith(
  '.'
)
  ? ''
  : '.'}
