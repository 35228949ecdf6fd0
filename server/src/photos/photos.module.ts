import { Body, Controller, Get, Header, Injectable, Module, Param, ParseUUIDPipe, Post, StreamableFile } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { ApiCreatedResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { DataSource, Repository } from 'typeorm';
import { CurrentPerson } from '../auth/current-person.js';
import { Needs } from '../auth/needs.js';
import { Build } from '../builds/build.entity.js';
import { Mold } from '../molds/mold.entity.js';
import { idTaken, notFound, ProblemException } from '../errors/problem.js';
import { Person } from '../people/person.entity.js';
import { IdField, TextField } from '../wire/fields.js';
import { readJpeg } from './jpeg.js';
import { Photo } from './photo.entity.js';

/** After the browser has made it smaller [bytes]. */
const MOST_BYTES = 600_000;
const MOST_SMALL_BYTES = 60_000;
const MOST_OF_ONE = 500;
/** As base64 is a third longer. */
const TEXT = 4 / 3 + 0.01;

export class NewPhotoDto {
  @IdField() id: string;
  /** JPEG, base64 */
  @TextField(Math.ceil(MOST_BYTES * TEXT)) jpeg: string;
  /** For lists: JPEG, base64 */
  @TextField(Math.ceil(MOST_SMALL_BYTES * TEXT)) small: string;
}

export class PhotoDto {
  @ApiProperty({ format: 'uuid' }) id: string;
}

@Injectable()
export class PhotosService {
  constructor(
    @InjectRepository(Photo) private readonly photos: Repository<Photo>,
    private readonly database: DataSource,
  ) {}

  /** Keeps a picture of a build or a mold. The same again changes nothing. */
  async add(of: { readonly buildId: string } | { readonly moldId: string }, { id, jpeg, small }: NewPhotoDto, by: Person): Promise<PhotoDto> {
    const photo = { id, ...of, jpeg: readJpeg(jpeg, MOST_BYTES), small: readJpeg(small, MOST_SMALL_BYTES) };
    await this.database.transaction(async (tx) => {
      const lock = { mode: 'pessimistic_write' } as const;
      const owner =
        'buildId' in of ? await tx.findOne(Build, { where: { id: of.buildId }, lock }) : await tx.findOne(Mold, { where: { id: of.moldId }, lock });
      if (!owner) throw notFound('buildId' in of ? 'build' : 'mold');
      const kept = await tx.findOneBy(Photo, { id });
      if (kept) {
        if ((kept.buildId ?? kept.moldId) === owner.id && kept.jpeg.equals(photo.jpeg)) return;
        throw idTaken('picture');
      }
      if ((await tx.countBy(Photo, of)) >= MOST_OF_ONE)
        throw new ProblemException(422, 'too-many-pictures', `At most ${String(MOST_OF_ONE)} pictures are kept of one, and this one has them.`);
      await tx.insert(Photo, { ...photo, madeById: by.id, madeAt: new Date() });
    });
    return { id };
  }

  async bytes(id: string, which: 'jpeg' | 'small'): Promise<Buffer> {
    const photo = await this.photos.findOne({ where: { id }, select: { id: true, [which]: true } });
    if (!photo) throw notFound('picture');
    return photo[which];
  }
}

@ApiTags('photos')
@Controller()
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Post('builds/:id/photos')
  @Needs('log')
  @ApiCreatedResponse({ type: PhotoDto })
  add(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewPhotoDto, @CurrentPerson() person: Person): Promise<PhotoDto> {
    return this.photos.add({ buildId: id }, body, person);
  }

  @Post('molds/:id/photos')
  @Needs('log')
  @ApiCreatedResponse({ type: PhotoDto })
  addOfMold(@Param('id', ParseUUIDPipe) id: string, @Body() body: NewPhotoDto, @CurrentPerson() person: Person): Promise<PhotoDto> {
    return this.photos.add({ moldId: id }, body, person);
  }

  /** Pictures never change: a browser may keep them, for its person alone. */
  @Get('photos/:id')
  @Needs('look')
  @Header('cache-control', 'private, max-age=604800, immutable')
  @ApiOkResponse({ content: { 'image/jpeg': { schema: { type: 'string', format: 'binary' } } } })
  async whole(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return new StreamableFile(await this.photos.bytes(id, 'jpeg'), { type: 'image/jpeg' });
  }

  @Get('photos/:id/small')
  @Needs('look')
  @Header('cache-control', 'private, max-age=604800, immutable')
  @ApiOkResponse({ content: { 'image/jpeg': { schema: { type: 'string', format: 'binary' } } } })
  async small(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return new StreamableFile(await this.photos.bytes(id, 'small'), { type: 'image/jpeg' });
  }
}

@Module({ controllers: [PhotosController], providers: [PhotosService] })
export class PhotosModule {}
