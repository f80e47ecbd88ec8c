<script lang="ts">
  import { armsAt, type Analysis } from '$lib/core/analysis';
  import type { Hand, Role } from '$lib/core/base';
  import { drawArms, pathOf, type Pose, type Projection } from '$lib/core/scene';
  import ArmLines from '$lib/views/arms/ArmLines.svelte';

  let {
    analysis,
    tick,
    poses,
    view,
  }: { analysis: Analysis; tick: number; poses: Readonly<Record<Role, Pose>>; view: Projection } = $props();

  const state = $derived(armsAt(analysis.arms, tick));
  const body = (role: Role) => ({
    at: poses[role].body,
    facing: poses[role].facing,
    halfBreadth: analysis.roles[role].size.halfBreadth,
    halfDepth: analysis.roles[role].size.halfDepth,
  });
  /** Over whose head a raised hand is held: whoever goes under it before it comes down. */
  function under(arm: Hand): Role | undefined {
    const held = analysis.arms.held.find((h) => h.leader === arm && h.from <= tick && tick <= h.to);
    const up = held?.heights.findLast((h) => h.tick <= tick)?.tick ?? 0;
    return analysis.arms.passes.find((p) => p.arm === arm && p.raised >= up - 1 && p.raised <= tick)?.role;
  }
  const drawn = $derived(drawArms(state, { leader: body('leader'), follower: body('follower') }, under));
  const lines = $derived({
    strands: drawn.strands
      .toSorted((a, b) => Number(a.raised) - Number(b.raised))
      .map((s) => ({ arm: s.arm, d: path(s.points), hand: view.point(s.hand), raised: s.raised })),
    crossings: drawn.crossings.map((c) => ({ over: c.over, d: path([c.from, c.at, c.to]) })),
    rests: drawn.rests.map((r) => ({
      role: r.role,
      d: path([r.from, r.to]),
      at: view.point(r.to),
      block: r.block,
    })),
  });
  const path = (points: readonly { x: number; y: number }[]) => pathOf(points.map((p) => view.point(p)));
</script>

<ArmLines {lines} width={Math.max(3, 0.045 * view.scale)} ground="var(--maple)" />
