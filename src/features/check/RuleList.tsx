'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { RuleResult } from '@/core/checks/checkAll';
import { isFixedAtSource } from '@/core/checks/checkPicture';
import { ruleName, severityWords } from '@/core/wording/checkWords';
import { formatNumber } from '@/core/wording/counts';

const RuleButton = chakra('button', {
  base: {
    display: 'grid',
    gridTemplateColumns: '1fr 6.5rem 3.5rem',
    alignItems: 'center',
    columnGap: '4',
    width: '100%',
    fontSize: 'body',
    lineHeight: '1.35',
    textAlign: 'left',
    cursor: 'pointer',
    paddingY: '1.5',
    paddingX: '2.5',
    borderBottomWidth: '1px',
    borderColor: 'hairline',
    _hover: { bg: 'wash' },
    '&[aria-current=true]': { bg: 'wash' },
  },
});

interface Props {
  readonly results: readonly RuleResult[];
  readonly total: number;
  readonly current: number | undefined;
  /** Whether one step fixes a picture that fails the rule. */
  readonly isOneStep: (result: RuleResult) => boolean;
  readonly onShow: (place: number) => void;
}

/** Every rule with how many pictures fail it, the gravest first. */
export function RuleList({ results, total, current, isOneStep, onShow }: Props) {
  return (['must', 'should', 'note'] as const).map((severity) => {
    const graded = results.filter((one) => one.rule.severity === severity);
    const some = [...graded.filter(isFailing), ...graded.filter((one) => !isFailing(one))];
    if (some.length === 0) return null;
    return (
      <Box as="section" key={severity} marginBottom="5">
        <Box
          as="h2"
          fontFamily="heading"
          fontSize="large"
          fontWeight="600"
          color="woad"
          paddingX="2.5"
          paddingBottom="1"
        >
          {severityWords[severity]}
        </Box>
        {some.map((result) => (
          <RuleLine
            key={result.place}
            result={result}
            total={total}
            isCurrent={result.place === current}
            how={howFixed(result, isOneStep(result))}
            onShow={() => onShow(result.place)}
          />
        ))}
      </Box>
    );
  });
}

const isFailing = ({ failing }: RuleResult) => failing.size > 0;

function howFixed({ rule, failing }: RuleResult, isOneStep: boolean): string | undefined {
  if (failing.size === 0) return undefined;
  if (isFixedAtSource(rule)) return 'go back to the source for these';
  return isOneStep ? 'can be fixed in one step' : 'fixed by writing';
}

function RuleLine({
  result: { rule, failing },
  total,
  isCurrent,
  how,
  onShow,
}: {
  result: RuleResult;
  total: number;
  isCurrent: boolean;
  /** Nothing where every picture passes. */
  how: string | undefined;
  onShow: () => void;
}) {
  // What is soft on the ground is too faint on the wash.
  const soft = isCurrent ? 'ink' : 'soft';
  const passed = total === 0 ? 1 : (total - failing.size) / total;
  return (
    <RuleButton type="button" aria-current={isCurrent} onClick={onShow}>
      <span>
        <chakra.span display="block" overflowWrap="anywhere">
          {ruleName(rule)}
        </chakra.span>
        {how && (
          <chakra.span display="block" textStyle="hint" color={soft}>
            {how}
          </chakra.span>
        )}
      </span>
      <Share passed={passed} />
      <chakra.span
        textAlign="right"
        fontFamily="heading"
        fontSize={failing.size > 0 ? 'large' : 'body'}
        color={failing.size > 0 ? 'ink' : soft}
      >
        {failing.size > 0 ? formatNumber(failing.size) : '✓'}
        <chakra.span srOnly>{failing.size > 0 ? ' fail' : ' none fails'}</chakra.span>
      </chakra.span>
    </RuleButton>
  );
}

/** The share that passes; one of ten thousand that fails still shows a gap. */
function Share({ passed }: { passed: number }) {
  const width = passed === 1 ? 100 : Math.min(97, Math.round(passed * 100));
  return (
    <Box aria-hidden height="0.625rem" borderBottomWidth="1px" borderColor="ink">
      <Box height="100%" bg="ink" style={{ width: `${width}%` }} />
    </Box>
  );
}
