import {
  Brand,
  brandFormat,
  brandInStyle,
  plainBrand,
  withNewStyle,
  withStyleChanged,
} from './index.ts';

const dark = { ...plainBrand.colours, paper: '#101418', ink: '#F4F4F0' };
const brand = withNewStyle(plainBrand, 'dark', 'Dark', {
  ...plainBrand,
  colours: dark,
  press: 'pill',
});

it('shows a funnel in its style, and in the brand where it has none or one that is gone', () => {
  expect(brandInStyle(brand, 'dark')).toEqual({ ...plainBrand, colours: dark, press: 'pill' });
  expect(brandInStyle(brand, '')).toEqual(plainBrand);
  expect(brandInStyle(brand, 'gone')).toEqual(plainBrand);
});

it('saves a change where it belongs: colors to the style, the initials to the brand', () => {
  const shown = { ...brandInStyle(brand, 'dark'), corners: 'round' as const, mark: 'Q' };
  const saved = withStyleChanged(brand, 'dark', shown);
  expect(saved.styles[0]).toMatchObject({ name: 'Dark', colours: dark, corners: 'round' });
  expect(saved).toMatchObject({ colours: plainBrand.colours, corners: 'soft', mark: 'Q' });
  const plain = withStyleChanged(brand, '', { ...plainBrand, corners: 'square' });
  expect(plain).toMatchObject({ corners: 'square', styles: brand.styles });
});

it('is a brand, also as it was stored before there were styles', () => {
  expect(Brand.parse(brand)).toEqual(brand);
  const { styles: _styles, ...before } = plainBrand;
  expect(brandFormat.read({ ...before, formatVersion: 3 })).toEqual(plainBrand);
  expect(Brand.parse(before)).toEqual(plainBrand);
});
