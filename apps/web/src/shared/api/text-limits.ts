/** Written from the contract, like the client: how long a text may be. */
export const TEXT_LIMITS = {
  AmendReadingDto: {
    reason: 300,
  },
  ChangeBladeSetDto: {
    name: 60,
  },
  ChangeDigestDto: {
    sender: 200,
    smtpUrl: 500,
  },
  ChangeFamilyDto: {
    code: 40,
    layout: 60,
    temperatureRecipe: 300,
    positionRecipe: 300,
    adjuster: 200,
    stampingPattern: 200,
  },
  ChangeHourFeedDto: {
    name: 60,
    url: 500,
    authorization: 500,
  },
  ChangePersonDto: {
    name: 80,
    initials: 6,
  },
  ChangeRulesDto: {
    reason: 300,
  },
  ChangeSecretsDto: {
    current: 200,
    passphrase: 200,
    pin: 8,
  },
  ChangeTimeZoneDto: {
    timeZone: 60,
    instead: 60,
  },
  ChangeUnitDto: {
    tag: 40,
    kind: 60,
    serial: 60,
    stamping: 60,
    note: 1000,
  },
  ChooseSourceDto: {
    reason: 300,
  },
  CloseFollowUpDto: {
    note: 300,
  },
  FamilySheetDto: {
    intakeSide: 60,
    exhaustSide: 60,
    rotation: 80,
    compressionRelease: 160,
    mark: 300,
    sealNote: 160,
    season: 120,
  },
  FirstOwnerDto: {
    name: 80,
    initials: 6,
    passphrase: 200,
  },
  GiveSecretsDto: {
    passphrase: 200,
    pin: 8,
  },
  MatchDto: {
    machine: 200,
    tag: 40,
  },
  NewAccessKeyDto: {
    name: 60,
  },
  NewAmendmentDto: {
    reason: 500,
  },
  NewBladeSetDto: {
    name: 60,
  },
  NewDeviceDto: {
    name: 60,
  },
  NewFamilyDto: {
    code: 40,
    layout: 60,
    temperatureRecipe: 300,
    positionRecipe: 300,
    adjuster: 200,
    stampingPattern: 200,
  },
  NewFeedDto: {
    name: 60,
  },
  NewFollowUpDto: {
    what: 200,
    part: 120,
    who: 80,
  },
  NewHourFeedDto: {
    name: 60,
    url: 500,
    authorization: 500,
  },
  NewPastCheckDto: {
    doneBy: 80,
    note: 1000,
  },
  NewPastValveDto: {
    found: 40,
    left: 40,
  },
  NewPersonDto: {
    name: 80,
    initials: 6,
    passphrase: 200,
    pin: 8,
  },
  NewProblemReportDto: {
    note: 300,
    tried: 300,
  },
  NewReadingDto: {
    note: 300,
  },
  NewSourceDto: {
    saidBy: 80,
    note: 300,
  },
  NewUnitDto: {
    tag: 40,
    kind: 60,
    serial: 60,
    stamping: 60,
    note: 1000,
  },
  NewUseEntryDto: {
    note: 300,
  },
  OffPartDto: {
    name: 80,
  },
  OneForBothTargetDto: {
    outsideReason: 300,
  },
  PassphraseSignInDto: {
    initials: 6,
    passphrase: 200,
  },
  PinSignInDto: {
    initials: 6,
    pin: 8,
  },
  PublishedTorqueDto: {
    what: 60,
  },
  SentParticularsDto: {
    paintMark: 160,
    markWrong: 160,
    obstacle: 300,
    access: 300,
  },
  SettlementOfDto: {
    reason: 300,
  },
  SettleReadingDto: {
    reason: 300,
  },
  SetUpDto: {
    code: 20,
    shopName: 80,
    timeZone: 60,
  },
  SheetItemDto: {
    name: 80,
    size: 40,
    number: 60,
    place: 120,
  },
  SignCheckDto: {
    note: 1000,
  },
  SiteDto: {
    name: 60,
  },
  SkippedStepDto: {
    reason: 200,
  },
  SourceFigureDto: {
    printed: 60,
  },
  TaggedReadingDto: {
    note: 300,
    tag: 40,
  },
  WorkDto: {
    sealReason: 200,
  },
  WorkFindingDto: {
    note: 200,
  },
} as const;
