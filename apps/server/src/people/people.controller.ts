import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiNotFoundResponse,
  ApiOkResponse,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IdField, RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { PeopleService } from './people.service.ts';
import { ChangePersonDto, GiveSecretsDto, LeftBehindDto, NewPersonDto, PersonDto, personDto } from './person.dto.ts';

class PersonParam {
  @IdField()
  id!: string;
}

@ApiTags('people')
@Controller('people')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  @RequireRole('lead')
  @ApiOkResponse({ type: [PersonDto] })
  async listPeople(): Promise<PersonDto[]> {
    return (await this.people.all()).map(personDto);
  }

  @Post()
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: PersonDto })
  @ApiConflictResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async addPerson(@Body() person: NewPersonDto): Promise<PersonDto> {
    return personDto(valueOf(await this.people.add(person)));
  }

  @Put(':id')
  @RequireRole('owner')
  @ApiOkResponse({ type: PersonDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto, description: 'Stale version: `facts` holds the stored person.' })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async changePerson(@Param() { id }: PersonParam, @Body() change: ChangePersonDto): Promise<PersonDto> {
    return personDto(valueOf(await this.people.change(id, change)));
  }

  @Get(':id/left-behind')
  @RequireRole('owner')
  @ApiOkResponse({ type: LeftBehindDto, description: 'What the person made that goes on working without them.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async leftBehind(@Param() { id }: PersonParam): Promise<LeftBehindDto> {
    return valueOf(await this.people.leavesBehind(id));
  }

  @Post(':id/secrets')
  @HttpCode(200)
  @RequireRole('owner')
  @ApiOkResponse({ type: PersonDto, description: 'Kept; the person is signed out everywhere.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiUnprocessableEntityResponse({ type: ProblemDto })
  async giveSecrets(@Param() { id }: PersonParam, @Body() secrets: GiveSecretsDto): Promise<PersonDto> {
    return personDto(valueOf(await this.people.giveSecrets(id, secrets)));
  }
}
