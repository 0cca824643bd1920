import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The order of work. A station may import the foundations and the stations before it, never one after it. The made-up hand,
 * camera and scanner stand where they work: after the sheets that are printed, before what is checked.
 */
const stations = ['reference', 'fit', 'map', 'sheets', 'camera', 'check', 'transfer', 'file', 'practice'];
/** Usable alone, so they import each other only in this order. */
const foundations = ['decisions', 'units', 'notes', 'colour', 'raster', 'geometry', 'documents'];

const rooms = [...foundations, ...stations];

/** One lint block per core folder that forbids importing any later folder. */
const roomBorders = rooms.map((room, index) => ({
  files: [`core/src/${room}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          // The last room has nothing after it.
          ...(index + 1 < rooms.length
            ? [
                {
                  group: rooms.slice(index + 1).map((later) => `**/${later}/*`),
                  message: `core/${room} may use only what stands before it in the order of work.`,
                },
              ]
            : []),
          {
            group: ['node:*', 'react', 'react-*', 'antd', 'sharp', 'express', 'sequelize', '@nobrel/*'],
            message: 'The core has no interface code, no Node and no input or output.',
          },
        ],
      },
    ],
  },
}));

/** Words that are archaic, or not British, with what is said instead: nothing on the screen or the command line holds them. */
const plainWords = {
  'anew|afresh': 'again, or updated',
  'reckon(ed|ing|s)?': 'estimate',
  'in the mean': 'on average',
  unsquared: 'as photographed',
  '(kneaded )?eraser': 'putty rubber',
  'made good|makes good': 'corrected',
  'of account': 'significant',
  'shall be': 'is, or should be',
};
const wordsShown = Object.entries(plainWords).flatMap(([found, instead]) =>
  ['JSXText[value=', 'Literal[value=', 'TemplateElement[value.cooked='].map((node) => ({
    selector: `${node}/\\b(${found})\\b/i]`,
    message: `Say it plainly: ${instead}.`,
  })),
);

export default tseslint.config(
  { ignores: ['**/dist/**', '**/dist-ts/**', '.build/**', 'node_modules/**', '**/*.d.css.ts'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked, tseslint.configs.stylisticTypeChecked],
    languageOptions: {
      parserOptions: {
        projectService: { allowDefaultProject: ['web/vite.config.ts'] },
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      // Index signatures are read with brackets, so that the compiler may insist on them.
      '@typescript-eslint/dot-notation': 'off',
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/prefer-for-of': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  ...roomBorders,
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['@nobrel/server', 'node:*'],
              message: 'The web application reaches the server only over /api.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['{core,server,web}/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'no-restricted-syntax': ['error', ...wordsShown] },
  },
  {
    files: ['**/*.test.ts'],
    // Chai's assertions are property reads.
    rules: { '@typescript-eslint/no-unused-expressions': 'off' },
  },
  {
    files: ['**/*.{mjs,js}'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly' } },
  },
  prettier,
);
