import { wayOf } from './door';

describe('the way of an address', () => {
  it.each([
    ['/api/house', { to: 'house' }],
    ['/api/house/shops?x=1', { to: 'house' }],
    ['/api/designs', { to: 'shop', id: 'first', rest: '/api/designs' }],
    ['/api/housekeeping', { to: 'shop', id: 'first', rest: '/api/housekeeping' }],
    ['/shops/owls/api/designs?from=2', { to: 'shop', id: 'owls', rest: '/api/designs?from=2' }],
    ['/shops/owls/api', { to: 'shop', id: 'owls', rest: '/api' }],
    ['/', { to: 'page' }],
    ['/shops/owls/almanac', { to: 'page' }],
    ['/shops/owls/apiary', { to: 'page' }],
    // The first shop has one address alone, and no id leads out of its folder.
    ['/shops/first/api/designs', { to: 'page' }],
    ['/shops/../api/designs', { to: 'page' }],
    ['/shops/%2e%2e/api/designs', { to: 'page' }],
    ['/shops/Owls/api/designs', { to: 'page' }],
    // The house is asked at its own address, not through a shop.
    ['/shops/owls/api/house/shops', { to: 'shop', id: 'owls', rest: '/api/house/shops' }],
  ])('%s', (url, way) => expect(wayOf(url)).toEqual(way));
});
