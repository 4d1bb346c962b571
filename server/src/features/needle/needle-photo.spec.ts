import sharp from 'sharp';
import { cleanPhoto } from './needle-photo.js';

describe('a photo', () => {
  const picture = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: { r: 200, g: 90, b: 40 } } });

  it('is stored without where it was taken, upright, and without anything after its end', async () => {
    const taken = await picture(40, 20)
      .withExif({ IFD0: { Make: 'a maker' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const sent = Buffer.concat([taken, Buffer.from('GIF89a something else')]);
    const kept = Buffer.from(await cleanPhoto(sent.toString('base64')), 'base64');
    const { exif, width, height, format, orientation } = await sharp(kept).metadata();
    expect([exif, width, height, format, orientation]).toEqual([undefined, 20, 40, 'jpeg', undefined]);
    expect(kept.includes('something else')).toBeFalse();
  });

  it('is scaled down to what the page shows', async () => {
    const large = (await picture(4000, 1000).jpeg().toBuffer()).toString('base64');
    const { width, height } = await sharp(Buffer.from(await cleanPhoto(large), 'base64')).metadata();
    expect([width, height]).toEqual([1600, 400]);
  });

  it('that is none, or only begins like one, is refused', async () => {
    for (const bytes of [Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2]), Buffer.from('<svg onload="x"/>')])
      await expectAsync(cleanPhoto(bytes.toString('base64'))).toBeRejectedWith(
        jasmine.objectContaining({ code: 'request.invalid' }),
      );
  });
});
