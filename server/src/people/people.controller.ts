import { Body, Controller, Get, Patch, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { CurrentPerson } from '../auth/current-person.js';
import { ProblemException } from '../errors/problem.js';
import { MySettingsDto, NewPersonDto, PersonDto, toPersonDto } from './people.dto.js';
import { PeopleService } from './people.service.js';
import { Person } from './person.entity.js';

@ApiTags('people')
@Controller('people')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  @ApiOkResponse({ type: [PersonDto] })
  async list(): Promise<PersonDto[]> {
    return (await this.people.list()).map(toPersonDto);
  }

  @Post()
  @ApiCreatedResponse({ type: PersonDto })
  async add(@Body() body: NewPersonDto, @CurrentPerson() person: Person): Promise<PersonDto> {
    if (person.role !== 'owner') throw new ProblemException(403, 'not-allowed', 'Only an owner adds people. Ask one.');
    return toPersonDto(await this.people.add(body));
  }

  @Patch('me')
  @ApiOkResponse({ type: PersonDto })
  async settings(@Body() body: MySettingsDto, @CurrentPerson() person: Person): Promise<PersonDto> {
    return toPersonDto(await this.people.setUnits(person.id, body.unitSystem));
  }
}
