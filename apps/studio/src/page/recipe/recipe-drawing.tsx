import { formInnerLines, formOutline } from '@deft/core/page';
import { isOpen } from '@deft/core/forms';
import { grow, longerSide, type Point } from '@deft/core/geometry';
import { recipeBox, type Recipe, type RecipePart } from '@deft/core/recipe';
import { useId } from 'react';
import { View } from 'react-native';
import { ON_PAGE } from '../../ui/theme';

/** Room left round a recipe, as a share of its longer side. */
const MARGIN = 0.06;

const path = (points: readonly Point[], closed: boolean): string =>
  `${points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(4)} ${y.toFixed(4)}`).join('')}${closed ? 'Z' : ''}`;

/** A part's lines, about its own place. */
function linesOf(part: RecipePart): { outline: string; inner: string } {
  return {
    outline: path(formOutline(part), !isOpen(part.shape)),
    inner: formInnerLines(part)
      .seen.map((line) => path(line, false))
      .join(''),
  };
}

/** How far a part's size goes from trace to trace, dashed, and its middle. */
function Spread({ part, hair }: { readonly part: RecipePart; readonly hair: number }) {
  const { length, x, y } = part;
  const { outline } = linesOf(part);
  const about = (by: number): string =>
    `translate(${x.mean} ${y.mean}) scale(${by}) translate(${-x.mean} ${-y.mean})`;
  const size = 1 + (length.spread ?? 0);
  return (
    <g stroke={ON_PAGE.words} fill="none" strokeWidth={hair} strokeDasharray={`${3 * hair} ${3 * hair}`}>
      {length.spread === null ? null : (
        <>
          <path d={outline} transform={about(size)} vectorEffect="non-scaling-stroke" />
          <path d={outline} transform={about(1 / size)} vectorEffect="non-scaling-stroke" />
        </>
      )}
      {x.spread === null || y.spread === null ? null : (
        <ellipse cx={x.mean} cy={y.mean} rx={x.spread} ry={y.spread} strokeDasharray="none" />
      )}
    </g>
  );
}

interface RecipeDrawingProps {
  readonly recipe: Recipe;
  /** The part that is being drawn; null for all alike. */
  readonly at?: string | null;
  readonly height?: number | '100%';
}

/** A recipe as a small drawing, with its spread from trace to trace dashed round each part. */
export function RecipeDrawing({ recipe, at = null, height = 240 }: RecipeDrawingProps) {
  const title = useId();
  const box = recipeBox(recipe);
  const { minX, minY, maxX, maxY } = grow(box, MARGIN * longerSide(box));
  const hair = longerSide(box) / 300;
  return (
    <View style={{ height, backgroundColor: ON_PAGE.paper }} testID="recipe-drawing">
      <svg
        viewBox={`${minX} ${minY} ${maxX - minX} ${maxY - minY}`}
        role="img"
        aria-labelledby={title}
        style={FILLED}
      >
        <title id={title}>{`The recipe: ${recipe.parts.map(({ name }) => name).join(', ')}`}</title>
        {recipe.parts.map((part) => (
          <Spread key={part.name} part={part} hair={hair} />
        ))}
        {recipe.parts.map((part) => {
          const { outline, inner } = linesOf(part);
          const here = part.name === at;
          return (
            <g key={part.name} fill="none" stroke={here ? ON_PAGE.control : ON_PAGE.form}>
              <path d={outline} strokeWidth={here ? 4 * hair : 2 * hair} strokeLinejoin="round" />
              <path d={inner} strokeWidth={hair} />
            </g>
          );
        })}
      </svg>
    </View>
  );
}

const FILLED = { width: '100%', height: '100%' } as const;
